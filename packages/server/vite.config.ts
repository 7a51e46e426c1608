import { defineConfig } from 'vite';

/** Bundles the server and the workspace packages it uses into one file; packages from the registry stay outside. */
export default defineConfig({
  ssr: { noExternal: [/^@rapid-jig\//] },
  build: { ssr: 'src/main.ts', outDir: 'dist', target: 'node20', sourcemap: true },
});
