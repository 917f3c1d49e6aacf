import { defineConfig } from 'vite'

/** A file for the server and one for its worker thread; libSQL stays outside, its native part cannot be bundled. */
export default defineConfig({
  ssr: { noExternal: true, external: ['@libsql/client', 'highs', 'manifold-3d', 'pdfkit'] },
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    emptyOutDir: true,
    rollupOptions: {
      input: { main: 'src/main.ts', thread: 'src/work/thread.ts' },
      output: { entryFileNames: '[name].js' },
    },
  },
})
