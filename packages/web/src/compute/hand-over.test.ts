import { describe, expect, it } from 'vitest'
import { STARTERS, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { handOver } from './hand-over.ts'
import type { Answer } from './messages.ts'

const answerOf = (part: Part): Answer => {
  const { values, steps, findings, awaits } = createEvaluator().evaluate(part)
  return { values, steps, findings, awaits }
}
const bodyIn = (answer: Answer) =>
  answer.steps.flatMap((s) => ('kind' in s ? (s.output?.bodies ?? []) : []))[0]!

describe('what is handed over to the page', () => {
  it('a heavy mesh is a copy of its own, that goes with its buffers; the worker keeps what it has', () => {
    const spring = STARTERS.spring.make('Coil')
    const answer = answerOf({
      ...spring,
      steps: spring.steps.map((s) => (s.kind === 'helix-path' ? { ...s, turns: '12', pitch: '9' } : s)),
    })
    const own = bodyIn(answer).mesh
    const { answer: given, buffers } = handOver(answer)
    expect(buffers).toHaveLength(4)
    const received = structuredClone(given, { transfer: [...buffers] })
    const mesh = bodyIn(received).mesh
    for (const row of ['positions', 'normals', 'triangles', 'tags'] as const) {
      expect(own[row].length).toBeGreaterThan(1000)
      expect(mesh[row]).toHaveLength(own[row].length)
      expect(own[row].every((v, i) => v === mesh[row][i])).toBe(true)
    }
    // Handed over, the copy is gone here.
    expect(bodyIn(given).mesh.positions).toHaveLength(0)
  })
  it('a light one is sent as it is, and so are marks of what the page has', () => {
    const light = answerOf(STARTERS.straight.make('Bar'))
    expect(handOver(light)).toEqual({ answer: light, buffers: [] })
    expect(handOver(light).answer).toBe(light)
    const marks: Answer = { ...light, steps: [{ id: 'a', version: 3 }] }
    expect(handOver(marks).answer).toBe(marks)
  })
})
