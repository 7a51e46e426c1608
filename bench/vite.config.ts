import { defineConfig } from 'vite';

/** Bundles the benchmarks with the workspace packages they measure. */
export default defineConfig({
  ssr: { noExternal: [/^@rapid-jig\//] },
  build: {
    ssr: true,
    rollupOptions: { input: ['src/main.ts', 'src/memory.ts'] },
    outDir: 'dist',
    target: 'node20',
  },
});
