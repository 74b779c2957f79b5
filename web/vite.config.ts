import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
