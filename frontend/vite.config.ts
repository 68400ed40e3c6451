import tailwindcss from '@tailwindcss/vite';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { svelteTesting } from '@testing-library/svelte/vite';
import { resolve } from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte(), svelteTesting()],
  // The tests stand beside this folder and find their tools in it.
  resolve: {
    alias: [{ find: /^@testing-library\/(.*)$/, replacement: resolve('node_modules/@testing-library/$1') }],
  },
  build: {
    outDir: '../tithe/site/dist',
    emptyOutDir: true,
    manifest: 'manifest.json',
    rolldownOptions: { input: 'src/main.ts' },
  },
  server: { strictPort: true, origin: 'http://127.0.0.1:5173', fs: { allow: ['..'] } },
  // Tests wait more than they compute; by itself it would leave one of two processors idle.
  test: {
    maxWorkers: 4,
    environment: 'jsdom',
    include: ['../tests/frontend/**/*.test.ts'],
    setupFiles: ['../tests/frontend/setup.ts'],
    testTimeout: 60_000,
    hookTimeout: 30_000,
    globals: false,
  },
});
