import { defineConfig } from 'vite'

export default defineConfig({ ssr: { noExternal: true }, build: { target: 'node20', emptyOutDir: true } })
