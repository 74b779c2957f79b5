import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { makePoseTask } from '../scripts/pose-task.mjs';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    { name: 'pose-task', buildStart: () => makePoseTask(join(import.meta.dirname, 'public', 'pose')) },
  ],
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
