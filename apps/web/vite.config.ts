import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The control room, what streaming software shows, and what viewers open are pages of their own. */
const entry = (file: string): string => fileURLToPath(new URL(file, import.meta.url));
const server = process.env.GULLY_SERVER_URL ?? 'http://127.0.0.1:4700';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: 'es2023',
    // What a place needs comes from the same machine in a moment; a list of all of it would come first, and be read by everyone.
    modulePreload: {
      polyfill: false,
      resolveDependencies: (_, needed) => needed.filter((file) => file.endsWith('.css')),
    },
    // scripts/budget.mjs weighs each entry by it.
    manifest: true,
    // Pages load fonts as files only; a small one would else stand in the styles.
    assetsInlineLimit: (file) => (/\.woff2?$/u.test(file) ? false : undefined),
    rolldownOptions: { input: ['index.html', 'overlay.html', 'public.html'].map(entry) },
  },
  server: {
    host: '127.0.0.1',
    // The server answers only pages of its own origin, so the proxy speaks as one.
    proxy: {
      '/api': { target: server, changeOrigin: true, headers: { origin: server } },
      '/live': { target: server, changeOrigin: true, ws: true, headers: { origin: server } },
    },
  },
});
