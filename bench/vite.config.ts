import { defineConfig } from 'vite'

export default defineConfig({
  ssr: { noExternal: true, external: ['manifold-3d', '@libsql/client'] },
  build: { target: 'node20', emptyOutDir: true },
})
