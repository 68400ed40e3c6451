import { svelteTesting } from '@testing-library/svelte/vite';
import { resolve } from 'node:path';
import { defineConfig, mergeConfig } from 'vitest/config';
import build from './vite.config';

export default mergeConfig(
  build,
  defineConfig({
    plugins: [svelteTesting()],
    // The tests stand beside this folder and find their tools in it.
    resolve: {
      alias: [{ find: /^@testing-library\/(.*)$/, replacement: resolve('node_modules/@testing-library/$1') }],
    },
    // Files share a process (setup.ts leaves it clean behind each): that halves what they take.
    test: {
      maxWorkers: 4,
      pool: 'threads',
      isolate: false,
      environment: 'jsdom',
      include: ['../tests/frontend/**/*.test.ts'],
      setupFiles: ['../tests/frontend/setup.ts'],
      testTimeout: 60_000,
      hookTimeout: 30_000,
      globals: false,
    },
  }),
);
