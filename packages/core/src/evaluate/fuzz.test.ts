import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { faultOfDocument } from '../../testing/fuzz/check.ts'
import { mutated } from '../../testing/fuzz/mutate.ts'
import { randomPart } from '../../testing/fuzz/parts.ts'
import { randomOf } from '../../testing/fuzz/random.ts'

const folder = new URL('../../testing/version-1/', import.meta.url)
const kept = readdirSync(folder)
  .filter((f) => f.endsWith('.flexum.json'))
  .map((f) => JSON.parse(readFileSync(new URL(f, folder), 'utf8')) as unknown)

/** Pinned seeds: more of them, and others, by `npm run fuzz`. */
const seeds = (n: number, from: number): number[] => Array.from({ length: n }, (_, i) => from + i)

describe('random parts', () => {
  it.each([1000, 1025, 1050])('from seed %i on come to a sound result or a finding', (from) => {
    for (const seed of seeds(25, from))
      expect(faultOfDocument(randomPart(randomOf(seed))), `seed ${seed}`).toBeUndefined()
  })
})

describe('changed documents', () => {
  it.each([5000, 5040])('from seed %i on are read or refused, and come to a result', (from) => {
    for (const seed of seeds(40, from)) {
      const r = randomOf(seed)
      expect(faultOfDocument(mutated(r.pick(kept), r)), `seed ${seed}`).toBeUndefined()
    }
  })
})
