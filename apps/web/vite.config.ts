import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  resolve: { conditions: ['source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    // Left to itself the bundler puts these, which several pages share, into what the first page loads.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [{ name: 'tables', test: /node_modules[\\/]papaparse/ }],
        },
      },
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': { target: process.env.API_URL ?? 'http://127.0.0.1:4310' } } },
  plugins: [
    react(),
    tailwindcss(),
    // The pages themselves stay on the device, so that the bench opens while the server is away and what was typed can
    // wait there.
    VitePWA({
      // A new version waits for a word: nothing half typed is lost to it.
      registerType: 'prompt',
      workbox: { globPatterns: ['**/*.{js,css,html,svg,woff2}'], navigateFallbackDenylist: [/^\/api\//] },
      manifest: {
        name: 'Nimble Spruce',
        short_name: 'Spruce',
        description: 'The numbers of a soundboard, kept and used at the bench',
        theme_color: '#2E5E4E',
        background_color: '#F7F2E8',
        display: 'standalone',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
    }),
  ],
});
