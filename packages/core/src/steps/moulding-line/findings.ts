import type { MouldingLineStep } from './typed.ts'
import { type Finding, shortLength, type StepContext, type RoomOpening } from '../../evaluate/index.ts'
import { tolerance } from '../../num/index.ts'
import { nearestOnPath, segmentPoint } from '../../path/index.ts'
import { openingsAt, type LineAlong, type Room } from '../../room/index.ts'
import { vec3 } from '../../space/index.ts'

/** Openings that the line runs through. */
export function crossed(
  step: MouldingLineStep,
  room: Room<RoomOpening>,
  z: number,
  { path: line, off }: LineAlong,
  { display }: StepContext,
): Finding[] {
  return openingsAt(room, z)
    .filter((o) => !step.past?.includes(o.id))
    .flatMap((o): Finding[] => {
      const middle = vec3.addScaled(
        segmentPoint(room.path.segments[o.wall]!, o.from + o.width / 2),
        [0, 0, 1],
        z,
      )
      const near = nearestOnPath(line, middle)
      if (near.distance > off + tolerance.pointCoincidence) return []
      const at = {
        from: Math.max(near.station - o.width / 2, 0),
        to: Math.min(near.station + o.width / 2, line.length),
      }
      const named = `${o.sill > 0 ? 'the window' : 'the door'} in wall ${o.wall + 1}`
      return [
        {
          id: `${step.id}:opening-${o.id}`,
          severity: 'warns',
          code: 'trim.opening',
          message: `"${step.name}" runs through ${named}, ${shortLength(o.width, display)} wide.`,
          station: 'path',
          step: step.id,
          ...at,
          cures: [
            {
              label: 'Break it there',
              change: { do: 'break-trim', with: { step: step.id, opening: o.id, round: line.closed } },
            },
            {
              label: 'Run past it',
              change: {
                do: 'change-trim',
                with: { step: step.id, choices: { past: [...(step.past ?? []), o.id] } },
              },
            },
          ],
        },
      ]
    })
}

/** How far straights stand off the wall that they stand for. */
export function offWall(step: MouldingLineStep, off: number, { display }: StepContext): Finding[] {
  if (off === 0) return []
  return [
    {
      id: `${step.id}:straights`,
      severity: 'notes',
      code: 'trim.straights',
      message: `The straights stand up to ${shortLength(off, display)} off the curved wall.`,
      station: 'path',
      step: step.id,
      field: 'straights',
      cures: [],
    },
  ]
}
