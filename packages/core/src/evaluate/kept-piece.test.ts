import { describe, expect, it } from 'vitest'
import { emptyPart, readPart, writePart, type Part, type Step, makeChange } from '@flexum/core/recipe'
import { bodiesOf } from './bodies.ts'
import type { Finding } from './finding.ts'
import { checkWatertight } from '@flexum/core/space'
import { blockStep, revolvedStep } from '../../testing/bodies.ts'
import { rectangleAt } from '../../testing/sketches.ts'
import { bodyTrial } from '../../testing/trial.ts'

const { evaluator } = bodyTrial()

const cylinder = blockStep('post', {
  shape: 'cylinder',
  axis: 'y',
  x: '0',
  y: '0',
  z: '0',
  diameter: '80',
  height: '60',
})
/** A ring about the axis that goes through all of it: a core is left in a shell. */
const groove = (wide: number): readonly Step[] => [
  rectangleAt('ring', 20, -10, wide, 80),
  revolvedStep('groove', 'ring', { does: { kind: 'cuts', with: ['post'] } }),
]
const part = (...steps: readonly Step[]): Part => ({ ...emptyPart('Trial'), steps })
const SHELL = Math.PI * (40 ** 2 - 25 ** 2) * 60
const CORE = Math.PI * 20 ** 2 * 60

function told(p: Part) {
  const result = evaluator.evaluate(p)
  const bodies = bodiesOf(result)
  for (const b of bodies) expect(checkWatertight(b.mesh).watertight).toBe(true)
  return { bodies, findings: result.findings.filter((f) => f.code !== 'sketch.loose') }
}

const taken = (p: Part, f: Finding, label: RegExp): Part => {
  const cure = f.cures.find((c) => label.test(c.label))
  if (!cure) throw new Error(`${f.cures.map((c) => c.label).join(', ')} has no ${label.source}`)
  const made = makeChange(p, cure.change)
  if (!made.ok) throw new Error(made.fault.message)
  const read = readPart(JSON.parse(writePart(made.value)))
  if (!read.ok) throw new Error(read.fault.message)
  return read.value
}

describe('a body that a cut parts', () => {
  const both = part(cylinder, ...groove(5))
  it('is told with its pieces and their volumes, the largest first', () => {
    const { bodies, findings } = told(both)
    expect(bodies).toHaveLength(1)
    expect(Math.abs(bodies[0]!.figures.volume - SHELL - CORE)).toBeLessThan(1e-5 * SHELL)
    const [found] = findings
    expect(findings).toHaveLength(1)
    expect(found).toMatchObject({ code: 'body.pieces', severity: 'warns', step: 'groove' })
    const pieces = bodies[0]!.parted!.map((p) => p.volume)
    expect(pieces).toHaveLength(2)
    expect(Math.abs(pieces[0]! / SHELL - 1)).toBeLessThan(5e-3)
    expect(Math.abs(pieces[1]! / CORE - 1)).toBeLessThan(5e-3)
    expect(found!.message).toMatch(
      /^".*" falls into 2 pieces that do not touch: 18\d{4} mm³ and 75\d{3} mm³\.$/,
    )
  })
  it('keeps the one that is chosen, with its own figures, or all of them again', () => {
    const [found] = told(both).findings
    for (const [label, volume] of [
      [/of 18\d{4} mm/, SHELL],
      [/of 75\d{3} mm/, CORE],
    ] as const) {
      const one = taken(both, found!, label)
      const { bodies, findings } = told(one)
      expect(Math.abs(bodies[0]!.figures.volume - volume)).toBeLessThan(1e-6 * volume)
      expect(findings).toMatchObject([{ code: 'body.pieces', severity: 'notes' }])
      expect(taken(one, findings[0]!, /all/).steps).toEqual(both.steps)
      // It stays the same piece when the groove is another.
      const wider = part(...one.steps.map((s) => (s.id === 'ring' ? rectangleAt('ring', 20, -10, 8, 80) : s)))
      const other = volume === CORE ? CORE : Math.PI * (40 ** 2 - 28 ** 2) * 60
      expect(Math.abs(told(wider).bodies[0]!.figures.volume / other - 1)).toBeLessThan(1e-6)
    }
  })
  it('is none where nothing falls apart, nor again by what is done after', () => {
    const notch = blockStep('notch', {
      x: '-50',
      y: '50',
      z: '-5',
      wide: '100',
      deep: '20',
      height: '10',
      does: { kind: 'cuts', with: ['post'] },
    })
    expect(told(part(cylinder, notch)).findings).toEqual([])
    expect(told(part(cylinder, ...groove(5), notch)).findings.map((f) => f.step)).toEqual(['groove'])
  })
})
