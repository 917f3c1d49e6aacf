import {
  nodeEntry,
  partOnPath,
  type Capability,
  type HelixPathStep,
  type NodeEntry,
  type Part,
  type RunStep,
  type Step,
} from '../src/recipe/index.ts'
import {
  createEvaluator,
  type Bending,
  type Finding,
  type Given,
  type PartResult,
  type PathGiven,
  type StepOutput,
} from '../src/recipe/evaluated/index.ts'
import type { StockShape } from '../src/profile/index.ts'
import type { Body, BodyFigures } from '../src/solid/index.ts'
import type { CarriedGiven } from '../src/sweep/index.ts'

const material = { name: 'Mild steel', density: '7.85', look: 'steel' } as const

/** A bar of a shape on a path step. */
export const barOn = (path: Step, shape: StockShape, sizes: Record<string, string>): Part =>
  partOnPath('Part', path, { name: 'Bar', shape, sizes, material })

/** A path step through nodes given as x, y, z and a radius ('' for none). */
export const throughNodes = (
  rows: readonly (readonly [string, string, string, string?])[],
  closed = false,
): Step => ({
  id: 'path',
  kind: 'node-path',
  name: 'Line',
  aside: false,
  closed,
  nodes: rows.map(([x, y, z, radius], i): NodeEntry => nodeEntry(`n${i + 1}`, x, y, z, radius ?? '')),
})

export const helix = (sizes: Partial<Pick<HelixPathStep, 'radius' | 'pitch' | 'turns'>>): Step => ({
  id: 'path',
  kind: 'helix-path',
  name: 'Coil',
  aside: false,
  radius: '20',
  pitch: '12',
  turns: '6',
  hand: 'right',
  ...sizes,
})

export const withRun = (part: Part, change: Partial<RunStep>): Part => ({
  ...part,
  steps: part.steps.map((s) => (s.kind === 'run' ? { ...s, ...change } : s)),
})

export const evaluated = (part: Part): PartResult => createEvaluator().evaluate(part)

/** A run with its one body, its figures and how it is bent, all in one. */
export type WholeRun = CarriedGiven & Body & BodyFigures & Bending & { readonly pieces: Given<'pieces'> }
export type WholePath = PathGiven & Bending

const runs = new WeakMap<StepOutput, WholeRun>()

/** The same object for the same output. */
export function wholeRun(output: StepOutput | undefined): WholeRun {
  const before = output && runs.get(output)
  if (before) return before
  const { carried, bodies, pieces, table } = output ?? {}
  const [body] = bodies ?? []
  if (!carried || !body || !pieces || !table) throw new Error('a run is needed here')
  const whole: WholeRun = { ...carried, ...body, ...body.figures, ...table, pieces }
  runs.set(output!, whole)
  return whole
}

export function wholePath(output: StepOutput | undefined): WholePath {
  const { path, table } = output ?? {}
  if (!path || !table) throw new Error('a path is needed here')
  return { ...path, ...table }
}

/** What the first step of each sort gives; tests ask for what is there, or look that it is not. */
export function outputsOf(r: PartResult) {
  const giving = (gives: Capability): StepOutput | undefined =>
    r.steps.find((s) => s.output?.[gives] !== undefined)?.output
  const [path, run] = [giving('path'), giving('carried')]
  return {
    path: (path && wholePath(path)) as WholePath,
    profile: giving('section')?.section as Given<'section'>,
    run: (run && wholeRun(run)) as WholeRun,
    blank: giving('blank')?.blank as Given<'blank'>,
  }
}

export const codesOf = (r: PartResult): string[] => r.findings.map((f) => f.code)
export const blocking = (r: PartResult): Finding[] => r.findings.filter((f) => f.severity === 'blocks')
