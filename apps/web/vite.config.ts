import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = process.env.GULLY_SERVER_URL ?? 'http://127.0.0.1:4700';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // One machine, loopback: a second chunk would save nobody anything.
  build: { chunkSizeWarningLimit: 1_500, target: 'es2023', modulePreload: { polyfill: false } },
  server: {
    host: '127.0.0.1',
    // The server answers only pages of its own origin, so the proxy speaks as one.
    proxy: {
      '/api': { target: server, changeOrigin: true, headers: { origin: server } },
      '/live': { target: server, changeOrigin: true, ws: true, headers: { origin: server } },
    },
  },
});
