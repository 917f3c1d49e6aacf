import { useMemo, useState } from 'react'
import {
  fromEnd,
  inputOf,
  isAgainst,
  leadRun,
  segmentFromEnd,
  stationFromEnd,
} from '@flexum/core/recipe/evaluated'
import { locate, type Path } from '@flexum/core/path'
import { leadPath, stepResult } from '../../../../bench/results.ts'
import { selectionOf, shownPart } from '../../../../bench/session.ts'
import { useBench, useSessionState } from '../../context.ts'

/** Pointing along a path in the inspector: at a station of it, or nowhere any more. */
export interface Pointing {
  readonly station: number | undefined
  /** The segment that is pointed at, of this path. */
  readonly segment: number | undefined
  at(station: number): void
  nowhere(): void
}

/**
 * What is pointed at along a path. Along the one that the strip shows it is the same there and in the picture; along a curve that this
 * follows the station is; along any other path it is seen only here.
 */
export function usePointing(step: string, path: Path): Pointing {
  const { session } = useBench()
  const focus = useSessionState((s) => s.focus)
  const tie = useSessionState((s): 'whole' | 'station' | 'none' => {
    const part = shownPart(s)
    const lead = leadPath(part, selectionOf(s).step)
    if (lead === step) return 'whole'
    return inputOf(
      part.steps.find((x) => x.id === lead),
      'path',
    ) === step
      ? 'station'
      : 'none'
  })
  const [own, setOwn] = useState<number>()
  // What the strip shows is counted from the path's end where the run takes it from there.
  const against = useSessionState((s) => isAgainst(leadRun(shownPart(s), selectionOf(s).step), step))
  const given = useSessionState((s) => stepResult(s.result, step)?.output?.path)
  const turned = tie === 'whole' && against ? given : undefined
  const shown = focus?.station
  const seen = turned && shown !== undefined ? stationFromEnd(turned, shown) : shown
  const station = tie === 'none' ? own : seen
  const lit =
    turned && focus?.segment !== undefined ? segmentFromEnd(fromEnd(turned), focus.segment) : focus?.segment
  return useMemo(
    () => ({
      station,
      segment: tie === 'whole' ? lit : station === undefined ? undefined : locate(path, station).index,
      at(to) {
        const held = Math.min(Math.max(to, 0), path.length)
        if (tie === 'none') return setOwn(held)
        if (tie === 'station') return session.point({ station: held })
        const index = locate(path, held).index
        session.point(
          turned
            ? { station: stationFromEnd(turned, held), segment: segmentFromEnd(turned, index) }
            : { station: held, segment: index },
        )
      },
      nowhere() {
        if (tie === 'none') setOwn(undefined)
        else session.point(undefined)
      },
    }),
    [session, path, tie, station, lit, turned],
  )
}
