import { describe, expect, it } from 'vitest'
import { wholePath } from '../../../testing/parts.ts'
import { emptyPart, freshStep, readPartText, writePart, type Part, setFormula } from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import type { HelixPathStep } from './typed.ts'
import { changeHelix } from './commands.ts'
import { pathPoint } from '../../path/index.ts'

const fresh = freshStep(emptyPart('T'), 'helix-path', { id: 'coil' })
const helix = (more: Partial<HelixPathStep> = {}): HelixPathStep => ({
  ...(fresh.ok ? (fresh.value as HelixPathStep) : undefined!),
  ...more,
})
const partWith = (step: HelixPathStep): Part => ({ ...emptyPart('Trial'), steps: [step] })
const evaluator = createEvaluator()
const worked = (step: HelixPathStep) => evaluator.evaluate(partWith(step))
const made = (step: HelixPathStep) => wholePath(worked(step).steps[0]!.output).path
const all = helix({
  by: 'turns-height',
  turns: '8',
  height: '90',
  endRadius: '30',
  closed: { start: '1', end: '1', rise: '4' },
  ends: {
    start: { kind: 'straight', length: '12' },
    end: { kind: 'hook', radius: '6', angle: '90 deg', length: '3' },
  },
})

describe('a helix', () => {
  it('is written and read with all that it can have, and without', () => {
    for (const step of [helix(), all]) {
      const read = readPartText(writePart(partWith(step)))
      expect(read.ok && read.value.steps[0]).toEqual(step)
    }
    const read = readPartText(writePart(partWith(all)).replace('"hook"', '"loop"'))
    expect(!read.ok && read.fault.message).toContain('steps[0].ends.end')
  })
  it('goes by the sizes that are typed', () => {
    const tall = made(helix({ by: 'pitch-height', height: '35' }))
    expect(tall.length).toBeCloseTo(3.5 * Math.hypot(2 * Math.PI * 20, 10), 9)
    const end = made({ ...all, ends: {} })
    expect(pathPoint(end, end.length)[2]).toBeCloseTo(90, 7)
    expect(Math.hypot(...pathPoint(end, end.length).slice(0, 2))).toBeCloseTo(30, 7)
  })
  it('says at which size what cannot be is typed', () => {
    const at = (step: HelixPathStep) => worked(step).findings.map((f) => [f.code, f.field])
    expect(at(helix({ radius: '0' }))).toEqual([['helix.radius', 'radius']])
    expect(at(helix({ endRadius: '-1' }))).toEqual([['helix.endRadius', 'endRadius']])
    expect(at(helix({ turns: '0' }))).toEqual([['helix.turns', 'turns']])
    expect(at(helix({ by: 'pitch-height', height: '-5' }))).toEqual([['helix.turns', 'height']])
    expect(at(helix({ ends: { start: { kind: 'hook', radius: '5', angle: '0', length: '0' } } }))).toEqual([
      ['helix.start-angle', 'ends/start/angle'],
    ])
    expect(at(helix({ closed: { start: '4', end: '4', rise: '2' } }))).toEqual([
      ['helix.closed', 'closed/start'],
    ])
  })
  it('is typed into field by field', () => {
    for (const [field, formula] of [
      ['closed/rise', '7'],
      ['ends/end/angle', '30'],
      ['ends/start/length', '1'],
      ['endRadius', '44'],
      ['height', '70'],
    ] as const) {
      const changed = setFormula(partWith(all), { step: 'coil', field, formula })
      const value = field
        .split('/')
        .reduce<unknown>(
          (o, key) => (o as Record<string, unknown>)[key],
          changed.ok && changed.value.steps[0],
        )
      expect(value).toBe(formula)
    }
  })
  it('changes by its choices; undefined takes away', () => {
    const changed = changeHelix(partWith(all), {
      step: 'coil',
      choices: { hand: 'left', closed: undefined, by: undefined },
    })
    expect(changed.ok && changed.value.steps[0]).toMatchObject({ hand: 'left', endRadius: '30' })
    expect(changed.ok && Object.keys(changed.value.steps[0]!)).not.toContain('closed')
  })
})
