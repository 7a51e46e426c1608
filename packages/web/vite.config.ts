import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The page opens without its server, with all its code and fonts; what was read last is shown until the server answers. */
const offline = VitePWA({
  registerType: 'prompt',
  injectRegister: false,
  manifest: {
    name: 'Rapid Jig',
    short_name: 'Rapid Jig',
    description: 'Plans stack-cut batches for the scroll saw, and follows the work',
    display: 'standalone',
    background_color: '#f3ead9',
    theme_color: '#33241a',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,svg,woff2,wasm}'],
    maximumFileSizeToCacheInBytes: 8_000_000,
    inlineWorkboxRuntime: true,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/(demo\/)?(api|trust)(\/|$)/],
    runtimeCaching: [
      {
        urlPattern: /^https?:\/\/[^/]+\/(demo\/)?api\/(?!live|docs|devices|health)/,
        handler: 'NetworkFirst',
        options: {
          cacheName: 'answers',
          cacheableResponse: { statuses: [200] },
          // Where room runs out, what can be read again gives way to what is not sent yet.
          expiration: { maxEntries: 500, purgeOnQuotaError: true },
        },
      },
    ],
  },
});

/**
 * What every page needs in few files, in place of a hundred small ones that each cost a request: the frame, the controls that most views
 * have, and what all views of a run share. What one view alone needs stays with it.
 */
const groups = [
  {
    name: 'frame',
    test: /node_modules[\\/](react|react-dom|react-router|scheduler|zustand|@emotion|stylis|idb-keyval)[\\/]/,
    priority: 3,
  },
  {
    name: 'controls',
    test: /node_modules[\\/](@mui|@tabler|@popperjs|react-transition-group|clsx)[\\/]/,
    minShareCount: 3,
    priority: 2,
  },
  { name: 'shop', test: /packages[\\/](core|web[\\/]src)[\\/]/, minShareCount: 3, priority: 1 },
];

export default defineConfig({
  plugins: [react(), offline],
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4321', '/demo/api': 'http://127.0.0.1:4321' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900, rolldownOptions: { output: { codeSplitting: { groups } } } },
});
