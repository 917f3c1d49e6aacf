import { describe, expect, it } from 'vitest'
import { grindEnds } from './commands.ts'
import { setFormula, type Part } from '@flexum/core/recipe'
import { bodiesOf, createEvaluator, type PartResult } from '@flexum/core/recipe/evaluated'
import { gaussRule } from '../../num/index.ts'
import { barOn, helix } from '../../../testing/parts.ts'
import { solids } from '../../../testing/trial.ts'

const worked = (part: Part): PartResult => createEvaluator({ solids }).evaluate(part)
const done = (r: ReturnType<typeof grindEnds>): Part => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const heights = (r: PartResult): [number, number] => {
  const [body] = bodiesOf(r)
  const zs = [...body!.mesh.positions].filter((_, i) => i % 3 === 2)
  return [Math.min(...zs), Math.max(...zs)]
}

describe('ground ends of a coil', () => {
  const [radius, pitch, turns, wire] = [20, 8, 4, 4]
  const part = barOn(
    helix({ radius: String(radius), pitch: String(pitch), turns: String(turns) }),
    'round-bar',
    { diameter: String(wire) },
  )
  const run = part.steps.find((s) => s.kind === 'run')!.id
  const ground = done(grindEnds(part, { run, steps: ['g1', 'g2'] }))

  it('are flat at the height of the coil, and lose what quadrature says', () => {
    const result = worked(ground)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const [low, high] = heights(result)
    expect([low, high]).toEqual([expect.closeTo(0, 4), expect.closeTo(pitch * turns, 4)])
    const [body] = bodiesOf(result)
    // The section stands square to the path, so that its own up leans by the lead angle; what is off to its sides weighs evenly about the path.
    const length = Math.hypot(2 * Math.PI * radius, pitch)
    const [rise, lean] = [pitch / length, (2 * Math.PI * radius) / length]
    const r = wire / 2
    const beyond = (h: number): number => r * r * Math.acos(h / r) - h * Math.sqrt(r * r - h * h)
    const reach = (r * lean) / rise
    const { nodes, weights } = gaussRule(64)
    // By the angle of the segment's edge, so that the end of the cut is smooth.
    const cut = nodes.reduce((sum, t, i) => {
      const a = (Math.PI / 4) * (1 + t)
      const s = reach * Math.sin(a)
      return sum + weights[i]! * beyond((s * rise) / lean) * reach * Math.cos(a) * (Math.PI / 4)
    }, 0)
    const whole = Math.PI * r * r * length * turns
    const { volume, volumeBound } = body!.figures
    expect(Math.abs(volume - (whole - 2 * cut))).toBeLessThan(volumeBound)
    expect(volumeBound / whole).toBeLessThan(2e-4)
  })
  it('follow the coil when its height changes, and can be moved further in', () => {
    const taller = done(setFormula(ground, { step: part.steps[0]!.id, field: 'turns', formula: '6' }))
    expect(heights(worked(taller))[1]).toBeCloseTo(48, 4)
    const deeper = done(setFormula(ground, { step: 'g1', field: 'offset', formula: '0.5' }))
    expect(heights(worked(deeper))[0]).toBeCloseTo(0.5, 4)
  })
  it('are ground from the other sides where the coil goes down', () => {
    const falling = barOn(helix({ radius: '20', pitch: '-8', turns: '4' }), 'round-bar', { diameter: '4' })
    const own = falling.steps.find((s) => s.kind === 'run')!.id
    const down = worked(done(grindEnds(falling, { run: own, steps: ['g1', 'g2'], down: true })))
    expect(heights(down)).toEqual([expect.closeTo(-32, 4), expect.closeTo(0, 4)])
  })
  it('need a run', () => {
    expect(grindEnds(part, { run: 'none', steps: ['a', 'b'] })).toMatchObject({
      ok: false,
      fault: { code: 'edit.no-step' },
    })
  })
})
