import { defineConfig } from 'vite'

/** One file for Node with all it needs inside. */
export default defineConfig({
  ssr: { noExternal: true, external: ['manifold-3d'] },
  build: { ssr: 'src/main.ts', outDir: 'dist', target: 'node20', emptyOutDir: true },
})
