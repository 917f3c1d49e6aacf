import { readFileSync } from 'node:fs'
import { gunzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { loadManifold } from '../../../manifold/src/index.ts'
import { figuresOfPart, type KeptPart } from '../../testing/kept/figures.ts'
import { readPart } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'

/** Parts of the demo, and random ones, with what they came to when they were written; a line each. */
const kept = new TextDecoder()
  .decode(gunzipSync(readFileSync(new URL('../../testing/kept/parts.ndjson.gz', import.meta.url))))
  .split('\n')
  .map((line) => JSON.parse(line) as KeptPart)
const solids = await loadManifold()

/** Figures told the same to this, as a share; and lengths that are nothing to this. */
const SAME = 1e-9

function expectSame(now: readonly number[], then: readonly number[], where: string): void {
  expect(now.length, `${where}, how many`).toBe(then.length)
  for (const [i, v] of now.entries())
    expect(Math.abs(v - then[i]!), `${where}, figure ${i}`).toBeLessThanOrEqual(
      SAME * Math.max(1, Math.abs(then[i]!)),
    )
}

describe('parts that were kept come to the figures that they came to', () => {
  const groups = Array.from({ length: 8 }, (_, g) => kept.filter((_, i) => i % 8 === g))
  it('are all there', () => expect(kept.length).toBe(214))
  it.each(groups.map((parts, g) => [g, parts] as const))('group %i', (_, parts) => {
    for (const { name, part, came } of parts) {
      const read = readPart(part)
      if (!read.ok) throw new Error(`${name}: ${read.fault.message}`)
      const now = figuresOfPart(
        read.value,
        createEvaluator({ solids }).evaluate(read.value, { chordError: 0.5 }),
      )
      const bare = (f: typeof now) => f.steps.map(({ id, state, codes }) => ({ id, state, codes }))
      expect(bare(now), `${name}`).toEqual(bare(came))
      now.steps.forEach((s, i) => expectSame(s.figures, came.steps[i]!.figures, `${name}, ${s.id}`))
      expectSame([now.mass ?? 0, now.volume ?? 0], [came.mass ?? 0, came.volume ?? 0], name)
    }
  })
})
