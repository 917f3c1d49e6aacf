import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

const here = (file: string): string => fileURLToPath(new URL(file, import.meta.url))

export default defineConfig({
  ssr: { noExternal: true, external: ['@libsql/client', 'manifold-3d'] },
  build: {
    ssr: true,
    target: 'node20',
    emptyOutDir: true,
    rollupOptions: {
      input: { main: here('main.ts'), thread: here('thread.ts') },
      output: { entryFileNames: '[name].js' },
    },
  },
})
