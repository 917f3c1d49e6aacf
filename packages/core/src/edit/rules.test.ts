import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Result } from '../base/index.ts'
import {
  breachesOf,
  readPart,
  STARTERS,
  type Part,
  type SketchStep,
  type Step,
  changeRun,
  insertNode,
  putDrawing,
  setMaterial,
} from '../recipe/index.ts'
import {
  addStep,
  addValue,
  addVariant,
  apply,
  renamePart,
  renameStep,
  setFormula,
  setOverride,
  setValueFormula,
} from './index.ts'

const hoop = STARTERS.hoop.make('Hoop')
const reads = (p: Part): boolean => readPart(JSON.parse(JSON.stringify(p))).ok
const long = 'x'.repeat(501)
const message = (r: Result<Part>): string => (r.ok ? 'was done' : r.fault.message)
const [path, profile, run] = hoop.steps as [Step, Step, Step]
const withValue: Part = {
  ...hoop,
  values: [{ id: 'v', name: 'k', dimension: 'length', formula: '1' }],
  variants: [{ id: 'w', name: 'W', overrides: {} }],
}

describe('commands', () => {
  it.each<[string, Result<Part>, RegExp]>([
    [
      'a formula too long',
      apply(setValueFormula, withValue, { value: 'v', formula: long }),
      /at most 500 characters/,
    ],
    [
      'an override too long',
      apply(setOverride, withValue, { variant: 'w', name: 'k', formula: long }),
      /at most 500/,
    ],
    [
      'an id used twice',
      apply(addStep, hoop, { step: { ...path, id: 'run' } as Step, index: 0 }),
      /"run" is used twice/,
    ],
    [
      'a node with an id that is taken',
      apply(insertNode, hoop, {
        step: 'path',
        index: 0,
        node: { id: 'n2', x: '0', y: '0', z: '9', corner: { kind: 'sharp' } },
      }),
      /"n2" is used twice/,
    ],
    [
      'an id that is none',
      apply(addStep, hoop, { step: { ...path, id: 'a b' } as Step, index: 0 }),
      /"a b" is no id/,
    ],
    [
      'a step before what it builds on',
      apply(addStep, hoop, { step: { ...run, id: 'run2' } as Step, index: 0 }),
      /"Run" needs "Centre line" before it/,
    ],
    [
      'a step that builds on itself',
      apply(changeRun, hoop, { step: 'run', choices: { path: 'run' } }),
      /cannot build on itself/,
    ],
    ['control characters in a name', apply(renameStep, hoop, { step: 'run', name: 'a\u0007b' }), /no text/],
    ['half a character in a name', apply(renamePart, hoop, { name: 'a\ud800b' }), /no text/],
    [
      'half a character in a formula',
      apply(setFormula, hoop, { step: 'profile', field: 'sizes/wall', formula: '\udc00' }),
      /no text/,
    ],
    [
      'a material with a name too long',
      apply(setMaterial, hoop, { step: 'profile', material: { name: long, density: '1', look: 'steel' } }),
      /at most 120 characters/,
    ],
  ])('are refused %s', (_, r, words) => expect(message(r)).toMatch(words))

  it('may go on with a part that came in with a breach, and add none', () => {
    const odd: Part = { ...hoop, steps: [run, path, profile] }
    expect(breachesOf(odd)).not.toEqual([])
    expect(apply(renamePart, odd, { name: 'Other' }).ok).toBe(true)
    expect(message(apply(renameStep, odd, { step: 'path', name: 'a\u0000' }))).toMatch(/no text/)
  })

  it('leave a part that reads, whatever they are given', () => {
    const text = fc.oneof(
      fc.string({ maxLength: 20 }),
      fc.constantFrom(long, '', '1', 'reach', '__proto__', 'constructor', '\ud834'),
    )
    const id = fc.constantFrom('path', 'run', 'n1', 'n9', 'x', '__proto__', 'constructor', 'a b', '')
    const empty = { ...path, nodes: [] } as unknown as Step
    const act = fc.oneof(
      fc.tuple(id, text).map(
        ([step, name]) =>
          (p: Part) =>
            apply(renameStep, p, { step, name }),
      ),
      fc.tuple(id, text).map(
        ([step, formula]) =>
          (p: Part) =>
            apply(setFormula, p, { step, field: 'sizes/wall', formula }),
      ),
      fc.tuple(id, text, text).map(
        ([v, name, formula]) =>
          (p: Part) =>
            apply(addValue, p, { value: { id: v, name, dimension: 'length', formula } }),
      ),
      fc.tuple(id, text).map(
        ([v, name]) =>
          (p: Part) =>
            apply(addVariant, p, { variant: { id: v, name, overrides: {} } }),
      ),
      fc.tuple(id, text, text).map(
        ([v, name, formula]) =>
          (p: Part) =>
            apply(setOverride, p, { variant: v, name, formula }),
      ),
      fc.tuple(id, fc.nat(6)).map(
        ([step, index]) =>
          (p: Part) =>
            apply(addStep, p, { step: { ...empty, id: step }, index }),
      ),
      fc.tuple(id, id).map(
        ([step, to]) =>
          (p: Part) =>
            apply(changeRun, p, { step, choices: { path: to } }),
      ),
    )
    fc.assert(
      fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
        let part: Part = hoop
        for (const a of acts) {
          const r = a(part)
          if (r.ok) part = r.value
        }
        expect(breachesOf(part)).toEqual([])
        expect(reads(part)).toBe(true)
      }),
      { numRuns: 200 },
    )
  })
})

describe('references of a sketch', () => {
  const sketch: SketchStep = {
    id: 's',
    kind: 'sketch',
    name: 'S',
    aside: false,
    plane: { kind: 'xy', offset: '0' },
    entities: [
      { kind: 'point', id: 'a', x: 0, y: 0 },
      { kind: 'point', id: 'b', x: 10, y: 0 },
      { kind: 'line', id: 'l', from: 'a', to: 'b' },
      { kind: 'circle', id: 'c', centre: 'a', radius: 3 },
      { kind: 'spline', id: 'p', points: ['a', 'b'], form: 'through', degree: 3 },
    ],
    constraints: [{ kind: 'horizontal', id: 'h', a: 'a', b: 'b' }],
  }
  const wrong = (change: Partial<SketchStep>): string => {
    const r = readPart({ ...hoop, steps: [{ ...sketch, ...change }] })
    return r.ok ? 'was read' : r.fault.message
  }
  it.each<[string, unknown, RegExp]>([
    [
      'an arc where a line must be',
      { kind: 'parallel', id: 'x', a: 'l', b: 'c' },
      /"c", a circle, where a line must be/,
    ],
    [
      'the id of a constraint as a curve',
      { kind: 'point-on', id: 'x', point: 'a', curve: 'h' },
      /"h", which is not there/,
    ],
    [
      'a line where a point must be',
      { kind: 'coincident', id: 'x', a: 'a', b: 'l' },
      /"l", a line, where a point must be/,
    ],
    [
      'two lines as tangent',
      { kind: 'tangent', id: 'x', a: 'l', b: 'across-axis', side: 1 },
      /where an? arc or circle must be/,
    ],
    [
      'a round and a line as equal',
      { kind: 'equal', id: 'x', a: 'c', b: 'l' },
      /a line, where an? arc, circle or ellipse must be/,
    ],
    ['itself', { kind: 'equal', id: 'x', a: 'x', b: 'x' }, /"x", which is not there/],
    ['a name of the language', { kind: 'fixed', id: 'x', point: 'constructor', x: 0, y: 0 }, /not there/],
  ])('are refused where they name %s', (_, constraint, words) => {
    expect(wrong({})).toBe('was read')
    expect(wrong({ constraints: [...sketch.constraints, constraint as never] })).toMatch(words)
  })
  it('are refused in a drawing that is put on, too', () => {
    const part: Part = { ...hoop, steps: [sketch] }
    const r = apply(putDrawing, part, {
      step: 's',
      entities: sketch.entities.filter((e) => e.id !== 'b'),
      constraints: sketch.constraints,
    })
    expect(message(r)).toMatch(/"l" refers to "b", which is not there/)
  })
})

describe('names of the language’s own objects', () => {
  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])(
    '%s is a name like any other, or none',
    (name) => {
      const steps = hoop.steps.map((s) =>
        s.kind === 'node-path'
          ? { ...s, nodes: s.nodes.map((n, i) => (i === 1 ? { ...n, id: name } : n)) }
          : s,
      )
      const text = JSON.stringify({
        ...hoop,
        values: [{ id: 'v', name, dimension: 'length', formula: '40' }],
        variants: [{ id: 'w', name: 'W', overrides: {} }],
        variant: 'w',
        steps,
      })
      expect(readPart(JSON.parse(text)).ok).toBe(true)
      for (const broken of [
        text.replace('"unit":"mm"', `"unit":"${name}"`),
        text.replace('"shape":"tube"', `"shape":"${name}"`),
        text.replace('"kind":"run"', `"kind":"${name}"`),
        text.replace('"kind":"bend"', `"kind":"${name}"`),
        text.replace('"formula":"40"', `"formula":{"text":"40","bare":"${name}"}`),
        text.replace('"aside":false', `"aside":false,"${name}":1`),
      ]) {
        expect(broken).not.toBe(text)
        expect(readPart(JSON.parse(broken)).ok).toBe(false)
      }
    },
  )
})
