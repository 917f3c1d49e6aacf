import { expect, it } from 'vitest'
import { MIGRATIONS } from './db/open.ts'
import { fuzzRequests } from '../testing/fuzz.ts'

it('random requests are all answered, none by a failure of ours', async () => {
  // A pinned seed: more, and others, by `npm run fuzz`.
  expect(await fuzzRequests(70_000, 400, MIGRATIONS)).toEqual({ done: 400, faults: [] })
})
