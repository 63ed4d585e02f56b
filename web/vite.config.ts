import { fileURLToPath } from 'node:url';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { contractData } from './contractData.ts';
import { printedWords } from './printedWords.ts';

const ROUTER = fileURLToPath(new URL('../node_modules/react-router/dist/production/index.mjs', import.meta.url));

export default defineConfig({
  root: import.meta.dirname,
  // Its package names only the build that warns developers.
  resolve: { alias: [{ find: /^react-router$/, replacement: ROUTER }] },
  plugins: [
    contractData(),
    printedWords(),
    react(),
    tailwind(),
    compression({ algorithms: ['brotliCompress'], include: /\.(js|mjs|css|svg)$/ }),
  ],
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 700, target: 'es2023' },
  server: { proxy: { '/api': 'http://127.0.0.1:4300' } },
});
