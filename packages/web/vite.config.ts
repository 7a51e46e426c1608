import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4321', '/demo/api': 'http://127.0.0.1:4321' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
});
