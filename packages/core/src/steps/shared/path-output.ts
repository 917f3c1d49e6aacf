import type { Step } from '../../document/index.ts'
import { analysePath, FURTHEST, pathFaults, type Path, type PathFault } from '../../path/index.ts'
import {
  type Finding,
  type PathGiven,
  shortFigures,
  shortLength,
  type StepContext,
  type StepEvaluation,
} from '../../evaluate/index.ts'
import { bendingOf } from './bend-words.ts'

/** A path of whatever source, analysed; or the findings that say why nothing can be carried along it. */
export function pathEvaluation(
  step: Step,
  path: Path,
  context: StepContext,
  more: Partial<Pick<PathGiven, 'nodes' | 'pieces' | 'facing' | 'sheet' | 'room' | 'onWalls'>> = {},
): StepEvaluation {
  const faults = pathFaults(path)
  if (faults.length > 0) return { findings: faults.map((f, i) => findingOf(f, i, step, context)) }
  return {
    output: {
      path: { path, analysis: analysePath(path), nodes: [], ...more },
      table: bendingOf(path, context.display),
    },
    findings: [],
  }
}

function findingOf(f: PathFault, i: number, step: Step, { display }: StepContext): Finding {
  const base = { severity: 'blocks', station: 'path', step: step.id, cures: [] } as const
  switch (f.kind) {
    case 'no-number':
      return {
        ...base,
        id: `${step.id}:no-number`,
        code: 'path.no-number',
        message: `"${step.name}" comes to no finite length. Look for a size that is far too large or too small.`,
      }
    case 'too-far': {
      const most = shortLength(FURTHEST, display)
      const message = `"${step.name}" reaches ${shortLength(f.reach, display)}; a path is at most ${most} long and goes no further from the origin than that.`
      return { ...base, id: `${step.id}:too-far`, code: 'path.too-far', message }
    }
    case 'too-short':
      return {
        ...base,
        id: `${step.id}:too-short`,
        code: 'path.too-short',
        message: `"${step.name}" has no length. Give it a size above 0.`,
      }
    case 'fold-back': {
      const at = f.at.map((v) => shortFigures(v, display)).join(', ')
      const message = `"${step.name}" folds back on itself at ${shortLength(f.station, display)}, at (${at}): it cannot turn by 180° on the spot. Give the turn a radius, or change the size that turned it round.`
      return {
        ...base,
        id: `${step.id}:fold-back-${i}`,
        code: 'path.fold-back',
        message,
        from: f.station,
        to: f.station,
      }
    }
  }
}
