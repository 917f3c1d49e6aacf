import { describe, expect, it } from 'vitest'
import { wholePath } from '../../../testing/parts.ts'
import { emptyPart, kindOf, readPartText, writePart, type Part, setFormula } from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import { nodeEntry, type NodePathStep } from './typed.ts'
import { setSmooth } from './commands.ts'
import { pathPoint, pathTangent } from '../../path/index.ts'
import { vec3 } from '../../space/index.ts'

const way = (x: string, y: string, z: string, weight = '1') => ({ x, y, z, weight })
const step: NodePathStep = {
  id: 'path',
  name: 'Loom',
  aside: false,
  kind: 'node-path',
  closed: false,
  nodes: [
    nodeEntry('a', '0', '0', '0'),
    nodeEntry('b', '60', '20', '10', '5'),
    nodeEntry('c', '120', '0', '40'),
    nodeEntry('d', '150', '-40', '40'),
  ],
  smooth: { start: way('1', '0', '0'), end: way('0', '-1', '0', '2') },
}
const partWith = (s: NodePathStep): Part => ({ ...emptyPart('Trial'), steps: [s] })
const turnedRound = (s: NodePathStep): NodePathStep => kindOf(s).reversed!(s)!
const evaluator = createEvaluator()
const worked = (s: NodePathStep) => evaluator.evaluate(partWith(s))
const made = (s: NodePathStep) => wholePath(worked(s).steps[0]!.output)

describe('a path smoothly through nodes', () => {
  it('goes through each, as it sets off and arrives, with no kink, and corners do not count', () => {
    const { path, nodes, analysis } = made(step)
    expect(nodes.map((n) => n.id)).toEqual(['a', 'b', 'c', 'd'])
    for (const n of nodes)
      expect(vec3.distance(pathPoint(path, n.corner.station), n.point)).toBeLessThan(1e-8)
    expect(vec3.distance(pathTangent(path, 0), [1, 0, 0])).toBeLessThan(1e-9)
    expect(vec3.distance(pathTangent(path, path.length), [0, -1, 0])).toBeLessThan(1e-9)
    expect(analysis.kinks).toEqual([])
    const table = worked(step).steps[0]!.output!.table!
    expect(table.notBendable).toContain('free curve')
  })
  it('closed, its ends say nothing', () => {
    const closed = made({ ...step, closed: true })
    expect(closed.path.segments).toHaveLength(4)
    expect(closed.analysis.kinks).toEqual([])
  })
  it('the other way round it is the same curve', () => {
    const [path, back] = [made(step).path, made(turnedRound(step)).path]
    for (const t of [0, 0.3, 0.8])
      expect(
        vec3.distance(pathPoint(path, t * path.length), pathPoint(back, (1 - t) * back.length)),
      ).toBeLessThan(1e-7)
    const twice = turnedRound(turnedRound(step))
    expect(twice.smooth).toEqual(step.smooth)
  })
  it('is written and read, typed into, and taken back to straights and bends', () => {
    const read = readPartText(writePart(partWith(step)))
    expect(read.ok && read.value.steps[0]).toEqual(step)
    const typed = setFormula(partWith(step), { step: 'path', field: 'smooth/end/weight', formula: '3' })
    expect(typed.ok && (typed.value.steps[0] as NodePathStep).smooth!.end!.weight).toBe('3')
    const plain = setSmooth(partWith(step), { step: 'path', smooth: undefined })
    expect(plain.ok && Object.keys(plain.value.steps[0]!)).not.toContain('smooth')
  })
  it('says what no curve goes through, and which way is none', () => {
    const codes = (s: NodePathStep) => worked(s).findings.map((f) => [f.code, f.field ?? f.node])
    expect(codes({ ...step, smooth: { start: way('0', '0', '0', '0') } })).toEqual([
      ['path.no-way', 'smooth/start/x'],
      ['path.weight', 'smooth/start/weight'],
    ])
    expect(codes({ ...step, nodes: [step.nodes[0]!, { ...step.nodes[0]!, id: 'z' }] })).toEqual([
      ['path.same-place', 'z'],
    ])
  })
})
