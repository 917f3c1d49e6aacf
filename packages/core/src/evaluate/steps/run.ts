import type { Anchor, RunStep } from '../../document/index.ts'
import {
  outlineOf,
  placeRegion,
  reachAround,
  sectionProperties,
  type Outline,
  type SectionProperties,
} from '../../profile/index.ts'
import {
  foldsOf,
  meshRun,
  placeRings,
  runMeshVolume,
  squareFrames,
  volumeByTheorem,
  type Fold,
} from '../../sweep/index.ts'
import type { Finding } from '../finding.ts'
import type { ProfileOutput, RunOutput } from '../output.ts'
import { formulaBelow, shortLength, type StepContext, type StepEvaluator } from './evaluator.ts'

/** Chord error of the picture as a share of the section's reach: about 35 sides to a circle. */
const CHORD_SHARE = 0.004

export const runEvaluator: StepEvaluator<RunStep> = {
  evaluate(step, context) {
    const path = context.input(step.path, 'path')
    const profile = context.input(step.profile, 'profile')
    if (!path || !profile) {
      const what = path ? 'profile' : 'path'
      const message = `"${step.name}" needs a ${what}, and the step it names gives none.`
      return {
        findings: [
          {
            id: `${step.id}:input`,
            severity: 'blocks',
            code: 'run.input',
            message,
            station: 'run',
            step: step.id,
            cures: [],
          },
        ],
      }
    }
    const section = placeRegion(profile.region, {
      anchor: anchorPoint(step.anchor, profile.properties),
      clock: context.number('clock'),
      flip: step.flip,
    })
    const chordError = CHORD_SHARE * reachAround(section)
    const outline = outlineOf(section, chordError)
    const output = carry(step, path.path, profile, section, outline, chordError)
    const folds = foldsOf(output.frames, section, outline)
    const findings = folds.map((f) =>
      foldFinding(
        f,
        step,
        path.path.origins,
        path.nodes.map((n) => n.id),
        context,
      ),
    )
    return { output, findings }
  },
  summary(output) {
    if (output.kind !== 'run') return ''
    return `square, ${output.look}`
  },
}

/** The point of the section that sits on the path, in the section's own coordinates. */
function anchorPoint(anchor: Anchor, p: SectionProperties): readonly [number, number] {
  if (anchor === 'centroid') return p.centroid
  const { min, max } = p.box
  const mid = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2] as const
  const x = anchor.endsWith('left') ? min[0] : anchor.endsWith('right') ? max[0] : mid[0]
  const y = anchor.startsWith('bottom') ? min[1] : anchor.startsWith('top') ? max[1] : mid[1]
  return [x, y]
}

function carry(
  step: RunStep,
  path: RunOutput['path'],
  profile: ProfileOutput,
  section: RunOutput['section'],
  outline: Outline,
  chordError: number,
): RunOutput {
  const frames = squareFrames(path)
  const rings = placeRings(frames, outline, chordError)
  const mesh = meshRun(outline, rings, path.closed)
  const placed = sectionProperties(section)
  const theoremVolume = volumeByTheorem(frames, placed.area, placed.centroid)
  const byMesh = runMeshVolume(outline, rings, mesh)
  const volume = theoremVolume ?? byMesh
  return {
    kind: 'run',
    path,
    frames,
    section,
    anchor: step.anchor,
    look: profile.look,
    density: profile.density,
    mesh,
    chordError,
    volume,
    theoremVolume,
    meshVolume: byMesh,
    volumeBound: chordError * (placed.perimeter * path.length + 2 * placed.area),
    mass: volume * profile.density,
  }
}

/** A run's mesh again at another chord error, for files. */
export function meshOfRun(run: RunOutput, chordError: number): RunOutput['mesh'] {
  const outline = outlineOf(run.section, chordError)
  return meshRun(outline, placeRings(run.frames, outline, chordError), run.path.closed)
}

function foldFinding(
  fold: Fold,
  step: RunStep,
  origins: RunOutput['path']['origins'],
  nodeIds: readonly string[],
  { display }: StepContext,
): Finding {
  const origin = origins[fold.segment]!
  const node = origin.kind === 'node' ? nodeIds[origin.index] : undefined
  const base = {
    severity: 'blocks',
    station: 'run',
    step: step.id,
    from: fold.from,
    to: fold.to,
    ...(node === undefined ? {} : { node }),
  } as const
  if (fold.kind === 'mitre') {
    const message =
      `The straight from ${shortLength(fold.from, display)} to ${shortLength(fold.to, display)} is too short for the ` +
      `sharp corners at its ends; it lacks ${shortLength(fold.missing, display)}.`
    return { ...base, id: `${step.id}:mitre-${fold.segment}`, code: 'run.mitre', message, cures: [] }
  }
  const where = node === undefined ? 'The path' : `The bend at node ${(origin.index ?? 0) + 1}`
  const message =
    `${where} is tighter than the section: radius ${shortLength(fold.radius, display)}, and the section reaches ` +
    `${shortLength(fold.reach, display)} inward, so it folds into itself. A radius above ${shortLength(fold.reach, display)} would do.`
  const formula = formulaBelow(fold.reach * 1.05 + 0.001, display)
  const text = typeof formula === 'string' ? formula : formula.text
  const cures =
    node === undefined
      ? []
      : [
          {
            label: `Use radius ${text} at node ${origin.index + 1}`,
            step: step.path,
            field: `nodes/${node}/radius`,
            formula,
          },
        ]
  return { ...base, id: `${step.id}:fold-${fold.segment}`, code: 'run.fold', message, cures }
}
