import { writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { Curve, TubeGeometry, Vector3 } from 'three'
import { nodeEntry, partOnPath, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { pathPoint, pathThroughNodes, type Path, type PathNode } from '@flexum/core/path'
import { outlineOf, STOCK_SHAPES } from '@flexum/core/profile'
import type { Vec3 } from '@flexum/core/space'
import { meshRun, placeRings, squareFrames } from '@flexum/core/sweep'
import { solvePositive } from '@flexum/core/num'
import { freedomOf, solve, unknownsOf } from '@flexum/core/sketch'
import { drilled, memoryAfterEdits } from './bodies.ts'
import { collisions, conversions, curvesBent } from './forming.ts'
import { measure } from './measure.ts'
import { plansMade } from './plans.ts'
import { liveEdit, shapedSweeps } from './runs.ts'
import { savesAtOnce } from './saves.ts'
import { traces } from './traces.ts'
import { independent, linked, type Drawn } from './sketches.ts'

/** A stair of bends in space: node i of a made-up rail that climbs and turns. */
function stair(bends: number): Vec3[] {
  const at: [number, number, number] = [0, 0, 0]
  const points: Vec3[] = [[...at]]
  for (let i = 0; i <= bends; i++) {
    at[i % 3]! += i % 2 ? 80 : 60
    points.push([...at])
  }
  return points
}

function pathOf(bends: number): Path {
  const nodes = stair(bends).map((point): PathNode => ({ point, corner: { kind: 'bend', radius: 25 } }))
  const built = pathThroughNodes(nodes, false)
  if (!built.ok) throw new Error('the path of the benchmark must build')
  return built.value.path
}

/** The same path for three. */
class PathCurve extends Curve<Vector3> {
  readonly path: Path
  constructor(path: Path) {
    super()
    this.path = path
  }
  override getPoint(t: number, target = new Vector3()): Vector3 {
    return target.set(...pathPoint(this.path, t * this.path.length))
  }
}

function partOf(bends: number): Part {
  const nodes = stair(bends).map(([x, y, z], i) => nodeEntry(`n${i}`, `${x}`, `${y}`, `${z}`, '25'))
  return partOnPath(
    'Stair',
    { id: 'path', kind: 'node-path', name: 'Path', aside: false, closed: false, nodes },
    {
      name: 'Tube',
      shape: 'tube',
      sizes: { diameter: '15', wall: '1' },
      material: { name: 'Copper', density: '8.9', look: 'copper' },
    },
  )
}

const bar = STOCK_SHAPES['round-bar']({ diameter: 15 })
const tube = STOCK_SHAPES.tube({ diameter: 15, wall: 1 })
if (!bar.ok || !tube.ok) throw new Error('the sections of the benchmark must build')
const CHORD = 0.03
const ROUNDS = 4
const lines: string[] = []
const row = (...cells: (string | number)[]): void => void lines.push(`| ${cells.join(' | ')} |`)
const times = (x: number): string => `${x.toFixed(x < 10 ? 2 : 0)} x`
const ns = (x: number): string => `${x.toFixed(0)} ns`

function sweepAgainstLibrary(): void {
  const path = pathOf(60)
  const outline = outlineOf(bar.ok ? bar.value : (undefined as never), CHORD)
  const around = outline.x.length
  const ours = () => meshRun(outline, placeRings({ frames: squareFrames(path) }, outline, CHORD), false)
  const mesh = ours()
  const rings = placeRings({ frames: squareFrames(path) }, outline, CHORD).count
  const vertices = mesh.positions.length / 3
  const curve = new PathCurve(path)
  const found = measure(
    {
      ours,
      library: () => new TubeGeometry(curve, rings - 1, 7.5, around - 1, false),
      fill: () => {
        const positions = new Float32Array(mesh.positions.length)
        const normals = new Float32Array(mesh.normals.length)
        const triangles = new Uint32Array(mesh.triangles.length)
        for (let i = 0; i < positions.length; i++) {
          positions[i] = i * 0.5
          normals[i] = i * 0.25
        }
        for (let i = 0; i < triangles.length; i++) triangles[i] = i
        return [positions, normals, triangles]
      },
    },
    ROUNDS,
  )
  const per = (ms: number, count: number): number => (ms * 1e6) / count
  const [o, l, f] = [
    per(found['ours']!, vertices),
    per(found['library']!, rings * around),
    per(found['fill']!, vertices),
  ]
  lines.push('## The sweep, per vertex', '')
  lines.push(
    `A 60-bend path, round section, ${rings} rings of ${around} points: positions, normals, triangles, tags.`,
    '',
  )
  row('what', 'per vertex', 'against ours')
  row('---', '---:', '---:')
  row('ours, frames and rings included', ns(o), times(1))
  row("three's TubeGeometry, same path and counts", ns(l), times(l / o))
  row('filling the arrays alone (the floor)', ns(f), times(f / o))
  lines.push(
    '',
    `Aim: the library at least 15 x ours, and ours within 4 x of the floor (here ${times(o / f)}).`,
    '',
  )
}

function sweepsThatChange(): void {
  const rows = shapedSweeps(pathOf(60))
  const plain = rows[0]![1]
  lines.push('## Sweeps that scale, twist and are shaped, per vertex', '')
  lines.push('The same path; shaping has 24 swells, twist four turns. Rings stand where each needs them.', '')
  row('what', 'per vertex', 'against the plain sweep')
  row('---', '---:', '---:')
  for (const [name, time] of rows) row(name, ns(time), times(time / plain))
  lines.push('', 'Aim: shaping and twist together under 4 x the plain sweep.', '')
  const { triangles, rows: edits } = liveEdit(partOf(74))
  lines.push('## A live edit of a large run', '')
  lines.push(`A tube of 74 bends, ${triangles} triangles.`, '')
  row('what', 'against the plain sweep of that mesh')
  row('---', '---:')
  for (const [name, ratio] of edits) row(name, times(ratio))
  lines.push('', 'Aim: all of a live edit under 2 x.', '')
}

function evaluationAgainstMesh(): void {
  const part = partOf(60)
  const path = pathOf(60)
  const section = tube.ok ? tube.value : (undefined as never)
  // The same chord error as the evaluation uses.
  const chord = 0.004 * 7.5
  const warm = createEvaluator()
  warm.evaluate(part)
  let flip = false
  const found = measure(
    {
      figures: () => createEvaluator().evaluate(part, { phase: 'figures' }),
      whole: () => createEvaluator().evaluate(part),
      mesh: () => {
        const outline = outlineOf(section, chord)
        return meshRun(outline, placeRings({ frames: squareFrames(path) }, outline, chord), false)
      },
      again: () => warm.evaluate(part),
      shop: () => {
        flip = !flip
        const steps = part.steps.map((s) =>
          s.kind === 'blank' ? { ...s, endAllowance: flip ? '10' : '12' } : s,
        )
        return warm.evaluate({ ...part, steps })
      },
    },
    ROUNDS,
  )
  const mesh = found['mesh']!
  lines.push('## Evaluating a 60-bend tube', '')
  row('what', 'against the mesh build alone')
  row('---', '---:')
  row(
    'figures and findings from nothing: formulas, path, table, section, volume, folds, blank',
    times(found['figures']! / mesh),
  )
  row(
    'all of it from nothing: formulas, path, table, section, mesh, volumes, folds, blank',
    times(found['whole']! / mesh),
  )
  row('again after a change at the end of the recipe', times(found['shop']! / mesh))
  row('again with nothing changed', times(found['again']! / mesh))
  lines.push('', 'Aim: figures under 0.5 x, all of it under 2 x, again after a change under 0.4 x.', '')
}

function growth(): void {
  const counts = [10, 30, 100, 300, 1000]
  const found = measure(
    Object.fromEntries(
      counts.map((n) => {
        const part = partOf(n)
        return [String(n), () => createEvaluator().evaluate(part)]
      }),
    ),
    2,
  )
  lines.push('## Growth with the number of bends', '')
  row('bends', 'time per bend, against 10 bends')
  row('---:', '---:')
  const base = found['10']! / 10
  for (const n of counts) row(n, times(found[String(n)]! / n / base))
  lines.push('', 'Near 1 means linear.', '')
}

/** One step of dragging on the sheet: following the pointer, and what is free afterward. */
function sketches(): void {
  const counts = [25, 50, 100, 200, 400]
  const step = (d: Drawn) => () => {
    const moved = solve(d.entities, d.constraints, [d.drag])
    if (!moved.converged) throw new Error('the drag of the benchmark must hold')
    return freedomOf(moved.entities, d.constraints)
  }
  const hundred = linked(100)
  const unknowns = unknownsOf(hundred.entities).count
  // A matrix of the same size as a general solver would factor once a step.
  const matrix = new Float64Array(unknowns * unknowns)
  for (let i = 0; i < unknowns; i++)
    for (let j = 0; j < unknowns; j++)
      matrix[i * unknowns + j] = i === j ? unknowns : 1 / (1 + Math.abs(i - j))
  const right = new Float64Array(unknowns).fill(1)
  const found = measure(
    {
      dense: () => solvePositive(Float64Array.from(matrix), right, unknowns),
      ...Object.fromEntries(
        counts.flatMap((n) => [
          [`independent ${n}`, step(independent(n))],
          [`linked ${n}`, step(linked(n))],
        ]),
      ),
    },
    1,
  )
  const dense = found['dense']!
  lines.push('## A drag step on the sheet: solving and what is free afterward', '')
  lines.push(
    `Chains of lines and tangent arcs. 100 linked curves are ${unknowns} unknowns and ${hundred.constraints.length} constraints;`,
    `one dense Cholesky factorisation of ${unknowns} x ${unknowns} is the measure.`,
    '',
  )
  row(
    'curves',
    'in chains of five, against one dense factorisation',
    'per curve, against 25',
    'in one chain, against one dense factorisation',
    'per curve, against 25',
  )
  row('---:', '---:', '---:', '---:', '---:')
  for (const n of counts) {
    const [a, b] = [found[`independent ${n}`]!, found[`linked ${n}`]!]
    const per = (x: number, base: number): string => times(x / n / (base / 25))
    row(n, times(a / dense), per(a, found['independent 25']!), times(b / dense), per(b, found['linked 25']!))
  }
  const aim = (x: number): string => `${x.toFixed(1)} ms`
  lines.push(
    '',
    `Aim: under 4 ms for 100 curves (on this machine, in this run: ${aim(found['independent 100']!)} in chains of five, ${aim(found['linked 100']!)} in one chain); a growth near 1 a curve for independent ones.`,
    '',
  )
}

/** Saves that come in together. */
/** Rounds of saves; the middle one counts. */
const SAVE_ROUNDS = 5

async function saves(migrations: string): Promise<void> {
  const ratios: number[] = []
  for (let i = 0; i < SAVE_ROUNDS; i++) {
    const { server, driver } = await savesAtOnce(migrations)
    ratios.push(server / driver)
  }
  const ratio = ratios.toSorted((a, b) => a - b)[Math.floor(SAVE_ROUNDS / 2)]!
  lines.push('## Two hundred saves at once', '')
  lines.push('Two hundred parts, a save of each asked for at the same moment; the middle of five rounds.', '')
  row('what', 'against the bare driver')
  row('---', '---:')
  row('through the server: read, checked by every rule, kept with its revision', times(ratio))
  row('the bare driver: one transaction a save, an update and an insert', times(1))
  lines.push('', 'Aim: at most 5 x.', '')
}

/** Outlines found in pictures of known shapes. */
function tracing(): void {
  lines.push('## Outlines found in pictures', '')
  lines.push(
    'Four known shapes of some 240 px, each photographed with one fault and with all of them, as PNG and as JPEG of quality 80.',
    '',
  )
  row('fault', 'one outline, of as many straights and arcs', 'farthest off, px', 'middle of the farthest')
  row('---', '---:', '---:', '---:')
  for (const t of traces())
    row(t.fault, `${t.alike} of ${t.pictures}`, t.most.toFixed(2), t.middle.toFixed(2))
  lines.push('', 'Aim: all of them, within 1 px.', '')
}

/** Bend tables, the sequence of bends, and curves turned into bends. */
function forming(): void {
  const tables = conversions([100, 1000, 4000], ROUNDS)
  lines.push('## Bend tables: into a path and back', '')
  row('bends', 'time per bend, against 100 bends')
  row('---:', '---:')
  for (const [n, time] of tables) row(n, times(time / tables[0]![1]))
  lines.push('', 'Aim: flat.', '')
  const sequences = collisions([10, 20, 30], 2)
  lines.push('## Collisions looked for all through the bending', '')
  row('bends', 'time', 'against 10 bends')
  row('---:', '---:', '---:')
  for (const [n, time] of sequences) row(n, `${time.toFixed(0)} ms`, times(time / sequences[0]![1]))
  lines.push('', 'Aim: no worse than the square of the number of bends.', '')
  lines.push('## Curves through 200 points turned into bends', '')
  row('curve', 'may lie off by', 'bends', 'lies off by', 'time')
  row('---', '---:', '---:', '---:', '---:')
  for (const [name, tolerance, bends, off, ms] of curvesBent())
    row(name, `${tolerance} mm`, bends, `${off.toFixed(2)} mm`, `${ms.toFixed(0)} ms`)
  lines.push('')
}

/** Bodies that are put together, and what stays of it in memory. */
async function bodies(): Promise<void> {
  const { triangles, atOnce, oneByOne } = await drilled()
  lines.push('## Bodies put together', '')
  lines.push(`Ten cylinders out of a ball of ${triangles.toLocaleString('en')} triangles.`, '')
  row('what', 'against all in one go')
  row('---', '---:')
  row('all in one go', times(1))
  row('one by one, each asked for', times(oneByOne / atOnce))
  const { first, after } = await memoryAfterEdits(EDITS)
  lines.push('', `A part with four of them edited ${EDITS} times.`, '')
  row('what', 'memory, against that after the first hundred edits')
  row('---', '---:')
  row(`after ${EDITS} more`, times(after / first))
  lines.push('', 'Aim: flat.', '')
}

/** Cut plans against the bound that is proven beside them. */
async function plans(): Promise<void> {
  lines.push('## Cut plans', '')
  row('pieces', 'lengths', 'bars, mm', 'bars used', 'above what is proven', 'time')
  row('---:', '---:', '---', '---:', '---:', '---:')
  for (const p of await plansMade())
    row(
      p.pieces,
      p.lengths,
      p.bars.join(', '),
      p.used,
      `${(100 * p.above).toFixed(3)} %`,
      `${(p.ms / 1000).toFixed(1)} s`,
    )
  lines.push('', 'Aim: 200 pieces within one bar in seconds, 10 000 within 0.5 %.', '')
}

const EDITS = 1000

lines.push(
  '# Benchmarks',
  '',
  'Written by `npm run bench`; figures of one run are only good against each other.',
  '',
)
lines.push(`Measured on ${cpus()[0]?.model ?? 'an unknown processor'}, Node ${process.version}; medians.`, '')
sweepAgainstLibrary()
sweepsThatChange()
evaluationAgainstMesh()
growth()
sketches()
tracing()
forming()
await bodies()
await plans()
await saves(process.argv[3] ?? 'packages/server/migrations')
const text = `${lines.join('\n').trimEnd()}\n`
console.log(text)
const target = process.argv[2]
if (target) writeFileSync(target, text)
