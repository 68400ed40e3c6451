import tailwindcss from '@tailwindcss/vite';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vite';
import { chunks } from './chunks.ts';

/** How the page is built: nothing here is needed for its tests alone. */
export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte()],
  build: {
    outDir: '../tithe/site/dist',
    emptyOutDir: true,
    manifest: 'manifest.json',
    rolldownOptions: {
      checks: { bundlerTimings: false },
      input: {
        main: 'src/main.ts',
        garden: 'src/garden.ts',
        'garden-worker': 'src/garden-worker.ts',
        app: 'src/app.css',
        frame: 'src/frame.css',
      },
      // The worker is asked for by its name, which therefore stays.
      output: {
        codeSplitting: chunks(),
        // Of packages, by default, the names of all that use them.
        chunkFileNames: ({ name }) => `assets/${name.split('~')[0]}-[hash].js`,
        entryFileNames: ({ name }) => (name === 'garden-worker' ? '[name].js' : 'assets/[name]-[hash].js'),
      },
    },
  },
  server: { strictPort: true, origin: 'http://127.0.0.1:5173', fs: { allow: ['..'] } },
});
