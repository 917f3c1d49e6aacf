import {
  nodeEntry,
  partOnPath,
  type HelixPathStep,
  type NodeEntry,
  type Part,
  type RunStep,
  type Step,
  type StockShape,
} from '../src/document/index.ts'
import {
  createEvaluator,
  type BlankOutput,
  type Finding,
  type PartResult,
  type PathOutput,
  type ProfileOutput,
  type RunOutput,
} from '../src/evaluate/index.ts'

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

export function outputsOf(r: PartResult) {
  const of = <T>(kind: string): T => r.steps.find((s) => s.output?.kind === kind)?.output as T
  return {
    path: of<PathOutput>('path'),
    profile: of<ProfileOutput>('profile'),
    run: of<RunOutput>('run'),
    blank: of<BlankOutput>('blank'),
  }
}

export const codesOf = (r: PartResult): string[] => r.findings.map((f) => f.code)
export const blocking = (r: PartResult): Finding[] => r.findings.filter((f) => f.severity === 'blocks')
