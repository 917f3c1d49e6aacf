import { describe, expect, it } from 'vitest'
import {
  emptyPart,
  STARTERS,
  type Part,
  type PlainBodyStep,
  type SketchStep,
  type Step,
  apply,
  makeChange,
} from '@flexum/core/recipe'
import { bodiesOf, frameOnFace, takableOfBodies } from '@flexum/core/recipe/evaluated'
import { edgesOfBody, type BodyEdge } from './edges.ts'
import { facesOfBody } from './faces.ts'
import type { Body } from '../body.ts'
import { vec3 } from '@flexum/core/space'
import { roundAt } from '../../../testing/sketches.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

const plain = (id: string, more: Partial<PlainBodyStep>): PlainBodyStep => ({
  id,
  kind: 'plain-body',
  name: id,
  aside: false,
  shape: 'block',
  axis: 'z',
  x: '0',
  y: '0',
  z: '0',
  wide: '40',
  deep: '30',
  diameter: '12',
  height: '20',
  material: { name: 'Steel', density: '8 g/cm3', look: 'steel' },
  ...more,
})
const bodyOf = (...steps: Step[]): Body => {
  const result = evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part)
  expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
  return bodiesOf(result)[0]!
}
const drilled = (wide = '40', diameter = '12') =>
  bodyOf(
    plain('slab', { wide }),
    plain('drill', {
      shape: 'cylinder',
      diameter,
      z: '-5',
      height: '40',
      does: { kind: 'cuts', with: ['slab'] },
    }),
  )
const lengthOf = (e: BodyEdge): number =>
  e.points.reduce((s, p, i) => {
    const next = e.points[i + 1] ?? (e.closed ? e.points[0]! : p)
    return s + vec3.distance(p, next)
  }, 0)

describe('faces and edges of bodies', () => {
  it('a block has six planes that look outward, and twelve straight edges with the faces that they end at in their names', () => {
    const body = bodyOf(plain('slab', {}))
    const { faces } = facesOfBody(body)
    expect(faces).toHaveLength(6)
    for (const f of faces) {
      if (f.form.kind !== 'plane') throw new Error(f.form.kind)
      expect(vec3.dot(f.form.normal, vec3.sub(f.at, [0, 0, 10]))).toBeGreaterThan(5)
    }
    const edges = edgesOfBody(body)
    expect(edges).toHaveLength(12)
    expect(new Set(edges.map((e) => e.name)).size).toBe(12)
    expect(edges.every((e) => e.exact && e.convex && e.points.length === 2)).toBe(true)
    expect(edges.map(lengthOf).reduce((a, b) => a + b)).toBeCloseTo(4 * (40 + 30 + 20), 9)
  })
  it('a hole has a wall that looks inward and two closed rims, exact on plane and cylinder', () => {
    const body = drilled()
    const { faces } = facesOfBody(body)
    const wall = faces.find((f) => f.form.kind === 'cylinder')!
    expect(wall).toMatchObject({ step: 'drill', form: { radius: 6, out: -1 } })
    const rims = edgesOfBody(body).filter((e) => e.closed)
    expect(rims).toHaveLength(2)
    for (const rim of rims) {
      expect(rim.exact).toBe(true)
      expect(rim.convex).toBe(true)
      for (const [x, y] of rim.points) expect(Math.hypot(x, y)).toBeCloseTo(6, 9)
    }
  })
  it('names stay when sizes change, and where a boss stands on a plate the edge round its foot is an inner one', () => {
    const names = (b: Body): string[] =>
      edgesOfBody(b)
        .map((e) => e.name)
        .sort()
    expect(names(drilled('55', '17'))).toEqual(names(drilled()))
    const boss = bodyOf(
      plain('slab', {}),
      plain('boss', { shape: 'cylinder', z: '5', height: '30', does: { kind: 'joins', with: ['slab'] } }),
    )
    const foot = edgesOfBody(boss).filter((e) => e.closed && !e.convex)
    expect(foot).toHaveLength(1)
    expect(foot[0]!.points.every((p) => Math.abs(p[2] - 20) < 1e-9)).toBe(true)
  })
  it('a run has cylinders along its straights, tori round its bends, planes at its ends', () => {
    const part = STARTERS.angle.make('Wire')
    const result = evaluator.evaluate(part)
    const body = bodiesOf(result)[0]!
    const kinds = facesOfBody(body).faces.map((f) => f.form.kind)
    expect(new Set(kinds)).toEqual(new Set(['cylinder', 'torus', 'plane']))
    expect(kinds.filter((k) => k === 'plane')).toHaveLength(2)
    expect(edgesOfBody(body).every((e) => e.exact)).toBe(true)
  })
})

describe('sheets on faces of bodies', () => {
  const sheetOn = (face: string, more: Partial<SketchStep> = {}): SketchStep => ({
    ...roundAt('round', 0, 0, 4),
    plane: { kind: 'face', on: { of: 'slab', face }, offset: '0' },
    ...more,
  })
  const frameIn = (...steps: Step[]) => {
    const result = evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part)
    return result.steps.find((s) => s.id === 'round')!
  }
  it('looks out of the face, up as far as it can be, and follows when the body changes', () => {
    const top = frameIn(plain('slab', {}), sheetOn('slab/0/end')).output!.sketch!.frame
    expect(top).toMatchObject({ origin: [0, 0, 20], x: [1, 0, 0], y: [0, 1, 0] })
    const higher = frameIn(plain('slab', { height: '33' }), sheetOn('slab/0/end')).output!.sketch!.frame
    expect(higher.origin).toEqual([0, 0, 33])
    const front = frameIn(plain('slab', {}), sheetOn('slab/0/side-0')).output!.sketch!.frame
    expect(vec3.dot(vec3.cross(front.x, front.y), front.origin)).toBeCloseTo(15, 9)
    expect(front.y).toEqual([0, 0, 1])
  })
  it('is turned over and by quarters, and what is drawn on it stays on it', () => {
    const over = frameIn(plain('slab', {}), sheetOn('slab/0/end', { facing: { over: true, quarters: 1 } }))
      .output!.sketch!
    expect(over.frame.x.map((v) => Math.round(v))).toEqual([0, 1, 0])
    expect(over.frame.y.map((v) => Math.round(v))).toEqual([1, 0, 0].map((v) => v + 0))
    expect(over.entities).toEqual(frameIn(plain('slab', {}), sheetOn('slab/0/end')).output!.sketch!.entities)
  })
  it('stands on what became of the body, and says so where the face is gone, with another to take', () => {
    const cut = plain('bite', {
      x: '30',
      wide: '40',
      height: '60',
      z: '-10',
      does: { kind: 'cuts', with: ['slab'] },
    })
    expect(frameIn(plain('slab', {}), cut, sheetOn('slab/0/end')).state).toBe('good')
    // The side at +x was bitten off; where the bite was is a face of it.
    const bitten = frameIn(plain('slab', {}), cut, sheetOn('slab/0/side-1'))
    expect(bitten.state).toBe('failed')
    const [finding] = bitten.findings
    expect(finding).toMatchObject({ code: 'picked.gone', severity: 'blocks' })
    expect(finding!.message).toContain('"slab"')
    const [cure] = finding!.cures
    const part: Part = { ...emptyPart('Trial'), steps: [plain('slab', {}), cut, sheetOn('slab/0/side-1')] }
    const cured = apply(makeChange, part, cure!.change)
    if (!cured.ok) throw new Error(cured.fault.message)
    expect(evaluator.evaluate(cured.value).steps.at(-1)!.state).toBe('good')
  })
  it('parallel to another through a corner of a body, and points that follow its edges', () => {
    const body = bodyOf(plain('slab', {}))
    const edge = edgesOfBody(body).find((e) => e.points.every((p) => p[0] > 19 && p[1] > 14))!
    const place = { step: 'slab', of: 'bodies', place: `${edge.name}@start` } as const
    const sheet = {
      ...roundAt('round', 0, 0, 4),
      plane: { kind: 'parallel', to: 'yz', through: place },
    } as const
    const { frame } = frameIn(plain('slab', {}), sheet).output!.sketch!
    expect(frame.origin.slice(0, 2)).toEqual([20, 15])
    expect(vec3.cross(frame.x, frame.y).map((v) => v + 0)).toEqual([1, 0, 0])
    const wider = frameIn(plain('slab', { wide: '60' }), sheet).output!.sketch!
    expect(wider.frame.origin[0]).toBe(30)
  })
  it('edges of a body can be taken over: straights and the rims of holes where they lie on the sheet', () => {
    const body = drilled()
    const top = frameOnFace({ at: [0, 0, 20], normal: [0, 0, 1] }, 0)
    const { curves, places } = takableOfBodies(top, [body])
    const rims = curves.filter((c) => c.kind === 'circle')
    expect(rims.map((c) => c.radius)).toEqual([6, 6].map((r) => expect.closeTo(r, 9) as number))
    expect(curves.filter((c) => c.kind === 'line')).toHaveLength(12)
    for (const c of rims) expect(Math.hypot(...places.get(c.centre)!)).toBeCloseTo(0, 9)
  })
})
