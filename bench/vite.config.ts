import { defineConfig } from 'vite'

export default defineConfig({
  ssr: { noExternal: true, external: ['@libsql/client'] },
  build: { target: 'node20', emptyOutDir: true },
})
