import { describe, expect, it } from 'vitest'
import { emptyPart, freshStep, readPartText, writePart, type Step, makeChange } from '@flexum/core/recipe'
import { bodiesOf, volumeOf } from '@flexum/core/recipe/evaluated'
import type { ImportedBodyStep } from './typed.ts'
import { facesOfBody } from '../../solid/index.ts'
import { meshOfBody } from '@flexum/core/solid'
import { checkWatertight, packMesh, type BareMesh } from '@flexum/core/space'
import { blockStep } from '../../../testing/bodies.ts'
import { altered, boxMesh, rodMesh } from '../../../testing/meshes.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

const fresh = freshStep(emptyPart('T'), 'brought-body', { id: 'b' })
const step = (mesh: BareMesh, more: Partial<ImportedBodyStep> = {}): ImportedBodyStep => ({
  ...(fresh.ok ? fresh.value : undefined!),
  mesh: { file: 'box.stl', ...packMesh(mesh) },
  unit: 'mm',
  ...more,
})
const part = (...steps: Step[]) => ({ ...emptyPart('Trial'), steps })
const worked = (...steps: Step[]) => evaluator.evaluate(part(...steps))
const box = boxMesh([0, 0, 0], [40, 50, 60])

describe('a body from a file', () => {
  it('has the volume of its mesh, in the unit that is said, where it is put and turned', () => {
    expect(volumeOf(worked(step(box)))).toBeCloseTo(120_000, 6)
    expect(volumeOf(worked(step(boxMesh([0, 0, 0], [1, 2, 3]), { unit: 'in' })))).toBeCloseTo(
      6 * 25.4 ** 3,
      6,
    )
    const r = worked(step(box, { x: '100', turnZ: '90 deg', turnX: '90 deg' }))
    const p = bodiesOf(r)[0]!.mesh.positions
    const ends = [0, 1, 2].map((j) => [Math.min, Math.max].map((f) => f(...p.filter((_, i) => i % 3 === j))))
    // Upright about X: Y goes up, Z goes to -Y; then about Z: X to Y, -Y to X.
    const want = [
      [100, 160],
      [0, 40],
      [0, 50],
    ]
    ends.flat().forEach((v, i) => expect(v).toBeCloseTo(want.flat()[i]!, 4))
  })
  it('asks for what is missing, and each answer is a change that can be made', () => {
    const none = worked(fresh.ok ? fresh.value : undefined!)
    expect(none.findings.map((f) => f.code)).toContain('brought.none')
    const asked = worked(step(box, { unit: 'unsaid' })).findings.find((f) => f.code === 'brought.unit')!
    expect(asked.message).toMatch(/longest side is 60 of it/)
    const cure = asked.cures.find((c) => c.label.startsWith('It is in cm'))!
    const changed = makeChange(part(step(box, { unit: 'unsaid' })), cure.change)
    expect(changed.ok && volumeOf(evaluator.evaluate(changed.value))).toBeCloseTo(120_000_000, 3)
  })
  it('with a hole it is refused with the size of it, and mended it is whole', () => {
    const open = step(altered(box, { without: [2, 3], turned: [0] }))
    const [found] = worked(open).findings.filter((f) => f.code === 'brought.unsound')
    expect(found!.message).toMatch(/1 hole, 64\.031 mm across about \(20, 25, 60\)/)
    const changed = makeChange(part(open), found!.cures[0]!.change)
    const r = changed.ok ? evaluator.evaluate(changed.value) : undefined!
    expect(volumeOf(r)).toBeCloseTo(120_000, 4)
    expect(r.findings.map((f) => [f.code, f.severity])).toContainEqual(['brought.mended', 'notes'])
    expect(checkWatertight(meshOfBody(bodiesOf(r)[0]!)).watertight).toBe(true)
  })
  it('joins and cuts like any other, its flat faces picked by their number in the file', () => {
    const rod = step(rodMesh(8, 60, 64), { z: '-20', does: { kind: 'cuts', with: ['block'] } })
    const r = worked(blockStep('block'), rod)
    const area = 32 * 64 * Math.sin(Math.PI / 32)
    const block = volumeOf(worked(blockStep('block')))!
    const height = 20
    expect(volumeOf(r)).toBeCloseTo(block - area * height, 2)
    const { faces } = facesOfBody(bodiesOf(worked(step(box)))[0]!)
    expect(faces.filter((f) => f.form.kind === 'plane').map((f) => f.name.split('/')[2])).toHaveLength(6)
  })
  it('is kept in the part file as it came', () => {
    const whole = part(step(box))
    const read = readPartText(writePart(whole))
    expect(read).toEqual({ ok: true, value: whole })
    const bad = writePart(whole).replace(/"corners": ?"[^"]{8}/, (m) => `${m.slice(0, -8)}!!!!!!!!`)
    expect(readPartText(bad)).toMatchObject({ ok: false })
  })
})
