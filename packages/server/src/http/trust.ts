import { Router } from 'express';
import type { Authority } from '../authority';

/** How a device comes to trust this shop. It is open to all: the authority's certificate is no secret. */
export function trustRoutes({ authority, fingerprint }: Pick<Authority, 'authority' | 'fingerprint'>): Router {
  const router = Router();
  router.get('/', (_request, response) => void response.type('html').send(page(fingerprint)));
  router.get('/authority.crt', (_request, response) => {
    response.type('application/x-x509-ca-cert').attachment('rapid-jig-shop.crt').send(authority);
  });
  return router;
}

const page = (fingerprint: string): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this shop · Rapid Jig</title>
<style>
body { font: 17px/1.5 system-ui, sans-serif; max-width: 38rem; margin: 2rem auto; padding: 0 1rem; background: #f3ead9; color: #2a1f16 }
a { display: inline-block; padding: .7rem 1.2rem; background: #1f5a49; color: #fff; border-radius: 4px; text-decoration: none }
code { overflow-wrap: anywhere }
</style>
</head>
<body>
<h1>Trust this shop</h1>
<p>Once, on each device: it takes the certificate of this shop, so that the pages of Rapid Jig open without the network and
the screen stays awake at the saw. The certificate was made on the shop’s own computer and is good for this shop alone.</p>
<p><a href="/trust/authority.crt">Take the certificate</a></p>
<ol>
<li>Compare: under Shop on the main computer stands the same fingerprint.<br><code>${fingerprint}</code></li>
<li>Android: Settings, Security, Encryption and credentials, Install a certificate, CA certificate; choose the file.</li>
<li>iPad and iPhone: allow the profile, then Settings, General, VPN and device management: install it; then General, About,
Certificate trust settings: switch it on.</li>
<li>Windows: open the file, Install certificate, Current user, place it in Trusted root certification authorities.</li>
<li>macOS: open the file in Keychain Access, open it there, Trust: always.</li>
<li>Linux, or Firefox anywhere: the browser’s settings, Certificates, Authorities, Import; trust it for web pages.</li>
</ol>
<p>Names of these places differ between versions. To take the trust back, remove the certificate in the same place.</p>
</body>
</html>
`;
