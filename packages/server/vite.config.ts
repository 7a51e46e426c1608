import { defineConfig } from 'vite';

/**
 * Bundles the server, its workers and the workspace packages they use; packages from the registry stay outside,
 * but for the database layer: one file is read sooner than its hundreds.
 */
export default defineConfig({
  ssr: { noExternal: [/^@rapid-jig\//, 'drizzle-orm'] },
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    sourcemap: true,
    rollupOptions: { input: { main: 'src/main.ts', program: 'src/program.ts', worker: 'src/heavy/worker.ts' } },
  },
});
