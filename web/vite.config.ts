import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { makePoseTask } from '../scripts/pose-task.mjs';

const OUT = join(import.meta.dirname, '..', 'dist', 'web');

interface Chunk {
  readonly file: string;
  readonly imports?: readonly string[];
  readonly css?: readonly string[];
  readonly assets?: readonly string[];
}

/** Files that the practice page needs, so that a phone keeps these and nothing of the instructor's pages. */
function practiceFiles(): ReadonlySet<string> {
  const chunks = JSON.parse(readFileSync(join(OUT, '.vite', 'manifest.json'), 'utf8')) as Record<string, Chunk>;
  const files = new Set(['index.html']);
  const seen = new Set<string>();
  const take = (key: string): void => {
    const chunk = chunks[key];
    if (!chunk || seen.has(key)) return;
    seen.add(key);
    for (const f of [chunk.file, ...(chunk.css ?? []), ...(chunk.assets ?? [])])
      if (!/-(cyrillic|greek|vietnamese|latin-ext)/.test(f)) files.add(f);
    for (const i of chunk.imports ?? []) take(i);
  };
  for (const key of ['index.html', 'practice/Practice.tsx', 'parts/swish/SwishPanel.tsx']) take(key);
  return files;
}

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    { name: 'pose-task', buildStart: () => makePoseTask(join(import.meta.dirname, 'public', 'pose')) },
    VitePWA({
      // Registered by the practice page alone; its manifest names the student's own link.
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['index.html', 'assets/*.{js,css,woff2}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        manifestTransforms: [
          (entries) => {
            const files = practiceFiles();
            return { manifest: entries.filter((e) => files.has(e.url)), warnings: [] };
          },
        ],
        navigateFallback: '/index.html',
        navigateFallbackAllowlist: [/^\/practice\/[^/]+$/],
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: true,
      },
    }),
  ],
  build: { outDir: OUT, emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700, manifest: true },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
