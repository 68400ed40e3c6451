import tailwindcss from '@tailwindcss/vite';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vite';

/** How the page is built: nothing here is needed for its tests alone. */
export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte()],
  build: {
    outDir: '../tithe/site/dist',
    emptyOutDir: true,
    manifest: 'manifest.json',
    rolldownOptions: { input: 'src/main.ts' },
  },
  server: { strictPort: true, origin: 'http://127.0.0.1:5173', fs: { allow: ['..'] } },
});
