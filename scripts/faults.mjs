// The server of the built program under kills, other writers, hostile documents and bad set-ups. Bounded; ends with its counts.
import { build, install, ROOT, say } from './lib.mjs'

await install()
await build()
say('trials on servers of their own')
const { runTrials } = await import('../faults/main.mjs')
const { passed, failed } = await runTrials(ROOT)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
