// What a server lives through: being killed, other writers, hostile documents, bad set-ups. `npm run faults`.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { doorTrials } from './doors.mjs'
import { hostileTrials } from './hostile.mjs'
import { killTrials } from './killed.mjs'
import { startTrials } from './starts.mjs'
import { writerTrials } from './writers.mjs'

/** @returns {Promise<{ passed: number, failed: number }>} */
export async function runTrials(root) {
  const count = { passed: 0, failed: 0 }
  const check = (what, holds, detail = '') => {
    if (holds) count.passed++
    else count.failed++
    console.log(`${holds ? 'passed' : 'FAILED'}  ${what}${detail === '' ? '' : `  (${detail})`}`)
  }
  for (const trials of [killTrials, writerTrials, hostileTrials, doorTrials, startTrials]) {
    const folder = mkdtempSync(join(tmpdir(), 'flexum-faults-'))
    try {
      await trials({ root, folder, check })
    } catch (error) {
      check(`${trials.name} ran to their end`, false, error instanceof Error ? error.message : String(error))
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  }
  return count
}
