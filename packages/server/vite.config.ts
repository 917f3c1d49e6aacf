import { defineConfig } from 'vite'

/** One file for Node; libSQL stays outside, its native part cannot be bundled. */
export default defineConfig({
  ssr: { noExternal: true, external: ['@libsql/client'] },
  build: { ssr: 'src/main.ts', outDir: 'dist', target: 'node20', emptyOutDir: true },
})
