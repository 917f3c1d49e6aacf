import type { TrimPathStep } from '../../document/index.ts'
import { shortLength, type StepMaker } from '../../evaluate/kind.ts'
import { makePath, placedPath } from '../../path/index.ts'
import { IN_PLACE } from '../../space/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

export const trimPathMaker: StepMaker<TrimPathStep> = {
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'path', code, message, field))
    const { path, room, pieces: walls = [] } = context.input(step.walls, 'path')
    if (!room)
      return refuse('trim.walls', 'A line along walls needs the walls of a room; this is another path.')
    const { height: ceiling } = room
    const height = context.number('height')
    const z = step.level === 'floor' ? 0 : step.level === 'ceiling' ? ceiling : height
    if (step.level === 'height' && !(height >= 0 && height <= ceiling))
      return refuse(
        'trim.height',
        `The line is ${shortLength(height, context.display)} above the floor; the room is ${shortLength(ceiling, context.display)} high.`,
        'height',
      )
    const at = (id: string | null): number => walls.indexOf(id ?? '')
    if ((step.first !== null && at(step.first) < 0) || (step.last !== null && at(step.last) < 0))
      return refuse(
        'trim.gone',
        'A wall that the line begins or ends at is not there any more; choose another.',
      )
    const n = path.segments.length
    const all = step.first === null && step.last === null
    const first = step.first === null ? 0 : at(step.first)
    const last = step.last === null ? n - 1 : at(step.last)
    if (last < first && !path.closed)
      return refuse(
        'trim.order',
        'The last wall of the line comes before its first, and these walls do not close.',
      )
    const count = last >= first ? last - first + 1 : n - first + last + 1
    const lifted = placedPath(path, { ...IN_PLACE, shift: [0, 0, z] })
    const parts = Array.from({ length: count }, (_, i) => {
      const wall = (first + i) % n
      return { segment: lifted.segments[wall]!, origin: lifted.origins[wall]! }
    })
    return pathEvaluation(step, makePath(parts, path.closed && all), context, { pieces: walls })
  },
  summary: pathSummary,
}
