import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    tailwindcss(),
    // Made once here instead of at every request; the server sends what the browser takes (server/src/http/webFiles.ts).
    compression({
      include: /[.](js|css|html|svg|wasm)$/,
      threshold: 1024,
      algorithms: [defineAlgorithm('brotliCompress', {}), defineAlgorithm('gzip', { level: 9 })],
    }),
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: 'script-defer',
      manifest: {
        name: 'Neat Sill',
        short_name: 'Neat Sill',
        description: 'The bench of a flat glass film installer',
        theme_color: '#F3EFE6',
        background_color: '#F3EFE6',
        display: 'standalone',
        start_url: '/',
        icons: [{ src: '/sill.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        // The solver goes along, so that cuts are planned without network.
        globPatterns: ['**/*.{js,css,html,svg,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 5 * 2 ** 20,
        navigateFallbackDenylist: [/^\/api\//, /^\/calendar\//],
        // A page that is being worked on keeps its own files until it is closed.
        skipWaiting: false,
        clientsClaim: true,
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
});
