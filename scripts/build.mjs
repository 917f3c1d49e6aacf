import { build, install } from './lib.mjs'

await install()
await build()
