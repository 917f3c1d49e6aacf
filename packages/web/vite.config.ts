import tailwind from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react(), tailwind()],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1400 },
  server: {
    port: 4601,
    proxy: { '/api': 'http://127.0.0.1:4600' },
    // As the server sends them.
    headers: {
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-embedder-policy': 'require-corp',
    },
  },
})
