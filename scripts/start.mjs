import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, ensurePackages, root } from './install.mjs';

// npm run demo [-- --fresh]   npm start
ensurePackages();
build();
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
// The server stops by itself on these; this process waits for it to finish its work.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => {
  process.exitCode = code ?? 0;
});
