import type { SketchPathStep } from './typed.ts'
import { reverseCurve } from '../../plane/index.ts'
import { makePath, segmentsOnPlane } from '../../path/index.ts'
import { chainOf, firstChain, piecesOf, placesOf, type ChainFault } from '../../sketch/index.ts'
import { vec3 } from '../../space/index.ts'
import {
  type SketchGiven,
  shortFigures,
  shortLength,
  type StepContext,
  type StepMaker,
} from '../../evaluate/index.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'

export const sketchPathMaker: StepMaker<SketchPathStep> = {
  cheaper: 'A path of fewer curves would fit.',
  evaluate(step, context) {
    const sketch = context.input(step.sketch, 'sketch')
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'path', code, message, field))
    const known = new Set(sketch.entities.map((e) => e.id))
    const picked = step.curves.filter((id) => known.has(id))
    if (step.curves.length > 0 && picked.length === 0)
      return refuse('path.gone', 'The curves of this path are no longer in the sketch; choose it again.')
    const own = step.curves.length > 0 ? picked : firstChain(sketch.entities, sketch.gaps)
    const chain = chainOf(sketch.entities, own, {
      start: step.start ?? undefined,
      reversed: step.reversed,
    })
    if (!chain.ok) return refuse(`path.${chain.fault.kind}`, chainWords(chain.fault, sketch, context))
    const at = placesOf(sketch.entities)
    const pieces: string[] = []
    const parts = chain.value.links.flatMap(({ curve, forward }) => {
      const drawn = piecesOf(
        sketch.entities.find((e) => e.id === curve)!,
        at,
      )
      const travelled = forward ? drawn : drawn.map(reverseCurve).reverse()
      const index = pieces.push(curve) - 1
      return travelled
        .flatMap((c) => segmentsOnPlane(c, sketch.frame))
        .map((segment) => ({ segment, origin: { kind: 'piece', index } as const }))
    })
    if (parts.length === 0) return refuse('path.none', 'The curves of this path have no length.')
    return pathEvaluation(step, makePath(parts, chain.value.closed), context, {
      pieces,
      sheet: vec3.cross(sketch.frame.x, sketch.frame.y),
    })
  },
  summary: pathSummary,
}

function chainWords(fault: ChainFault, sketch: SketchGiven, { display }: StepContext): string {
  const place = (p: readonly [number, number]): string =>
    `(${shortFigures(p[0], display)}, ${shortFigures(p[1], display)})`
  switch (fault.kind) {
    case 'none':
      return sketch.entities.length === 0
        ? 'The sketch is empty; draw the line that the section should follow.'
        : 'The sketch has no curve that is not a guide.'
    case 'fork':
      return (
        `The path forks at ${place(fault.at)}: ${fault.curves.length} curves meet there. ` +
        'Choose the curves of the path, or make one of them a guide.'
      )
    case 'apart':
      return (
        `The curves fall into ${fault.chains} pieces` +
        (Number.isFinite(fault.gap)
          ? `; the nearest ends are ${shortLength(fault.gap, display)} apart, at ${place(fault.at)}.`
          : '.') +
        ' Close the gap, or choose the curves of one piece.'
      )
  }
}
