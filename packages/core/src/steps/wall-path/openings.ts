import { ok, type Id } from '../../base/index.ts'
import type { WallPathStep } from './typed.ts'
import { type Finding, shortLength, type StepContext, type RoomOpening } from '../../evaluate/index.ts'
import { tolerance } from '../../num/index.ts'
import type { Opening } from '../../room/index.ts'
import type { Path } from '../../path/index.ts'
import type { Built } from '../shared/refusal.ts'

/** The openings in their walls, each of them whole within its wall, and none in another. */
export function openingsOf(
  step: WallPathStep,
  path: Path,
  ids: readonly Id[],
  ceiling: number,
  context: StepContext,
): Built<readonly RoomOpening[]> {
  const wrong: Finding[] = []
  const openings = (step.openings ?? []).map(({ id, wall }, i): RoomOpening => {
    const figure = (column: string): number => context.number(`openings/${id}/${column}`)
    const o = {
      id,
      wall: ids.indexOf(wall),
      from: figure('from'),
      width: figure('width'),
      sill: figure('sill'),
      height: figure('height'),
    }
    wrong.push(...openingFaults(step, i, o, path, ceiling, context))
    return o
  })
  openings.forEach((o, i) => {
    const other = openings.findIndex((p, k) => k < i && o.wall >= 0 && lieInEachOther(o, p))
    if (other >= 0)
      wrong.push(
        openingFault(
          step,
          i,
          o.id,
          'overlap',
          `Opening ${i + 1} lies in opening ${other + 1} of the same wall.`,
          'from',
        ),
      )
  })
  return wrong.length > 0 ? { ok: false, fault: wrong } : ok(openings)
}

const lieInEachOther = (a: Opening, b: Opening): boolean =>
  a.wall === b.wall &&
  Math.min(a.from + a.width, b.from + b.width) - Math.max(a.from, b.from) > tolerance.pointCoincidence &&
  Math.min(a.sill + a.height, b.sill + b.height) - Math.max(a.sill, b.sill) > tolerance.pointCoincidence

function openingFaults(
  step: WallPathStep,
  i: number,
  o: RoomOpening,
  path: Path,
  ceiling: number,
  { display }: StepContext,
): Finding[] {
  const found: Finding[] = []
  const put = (code: string, message: string, column: string): void =>
    void found.push(openingFault(step, i, o.id, code, message, column))
  const long = (mm: number): string => shortLength(mm, display)
  const named = `Opening ${i + 1}`
  const wall = path.segments[o.wall]
  if (!wall)
    return [
      openingFault(
        step,
        i,
        o.id,
        'wall',
        `The wall of opening ${i + 1} is not there any more; choose another.`,
        'wall',
      ),
    ]
  for (const column of ['width', 'height'] as const)
    if (!(o[column] > 0))
      put('size', `${named} has a ${column} of ${long(o[column])}; it is above 0.`, column)
  if (!(o.sill >= 0)) put('sill', `${named} begins ${long(-o.sill)} under the floor; 0 is a door.`, 'sill')
  const end = o.from + o.width
  if (!(o.from >= -tolerance.pointCoincidence && end <= wall.length + tolerance.pointCoincidence))
    put(
      'place',
      `${named} goes from ${long(o.from)} to ${long(end)} along wall ${o.wall + 1}, which is ${long(wall.length)} long.`,
      'from',
    )
  if (o.sill + o.height > ceiling + tolerance.pointCoincidence)
    put('high', `${named} reaches ${long(o.sill + o.height)} high; the room has ${long(ceiling)}.`, 'height')
  return found
}

const openingFault = (
  step: WallPathStep,
  i: number,
  id: Id,
  code: string,
  message: string,
  column: string,
): Finding => ({
  id: `${step.id}:opening-${code}-${i}-${column}`,
  severity: 'blocks',
  code: `walls.opening-${code}`,
  message,
  station: 'path',
  step: step.id,
  cures: [],
  field: `openings/${id}/${column}`,
  node: id,
})
