import { tolerance } from '../../num/index.ts'
import { countingIds, memoBy } from '../../base/index.ts'
import { idsIn, type Part, type Step } from '../../document/index.ts'
import type { TrimStep } from './typed.ts'
import { reachAround } from '../../profile/index.ts'
import { transformPoint, type Vec3 } from '../../space/index.ts'
import { shortLength, type Finding, type StepResult, takenIn } from '../../evaluate/index.ts'
import { type Body, endOf, crosserOf } from '../../solid/index.ts'

/** An end aims plainly at a body that lies straight ahead of it no further than this many times what its section reaches. */
const AHEAD = 2

/** Ends of runs that stop short of what they plainly aim at, each with the cure: that the end meets it. */
export function aimFindings(part: Part, results: readonly StepResult[]): Finding[] {
  const taken = takenIn(results, (s) => s.state === 'good')
  const there = results.filter((s) => s.state === 'good' && !taken.has(s.id))
  // One that meets something says by itself where it cannot.
  const met = new Set(
    part.steps.flatMap((s) => (s.kind === 'meeting' && !s.aside ? [`${s.of} ${s.side}`] : [])),
  )
  // One that is joined to something with one end may still stop short with the other.
  const joined = new Set(
    part.steps.flatMap((s) => (s.kind === 'meeting' && !s.aside && s.joined ? [s.of] : [])),
  )
  const runs = results.filter((s) => s.state === 'good' && (!taken.has(s.id) || joined.has(s.id)))
  return runs.flatMap((result) => {
    const run = result.output?.carried
    const step = part.steps.find((s) => s.id === result.id)
    if (!run || !step || run.path.closed || run.carriage.shape) return []
    const others = there.flatMap((r) => (r === result ? [] : (r.output?.bodies ?? [])))
    const limit = AHEAD * reachAround(run.section)
    return (['start', 'end'] as const).flatMap((side): Finding[] => {
      if (met.has(`${result.id} ${side}`)) return []
      const { at, way } = endOf(run, side)
      const near = others.filter((b) => isNear(b, at, limit))
      const first = near
        .map((body) => ({ body, ahead: crosserOf([body], way).crossings(at, tolerance.touches)[0] }))
        .filter((x) => x.ahead?.into === true && x.ahead.at <= limit)
        .sort((a, b) => a.ahead!.at - b.ahead!.at)[0]
      if (!first) return []
      const what = part.steps.find((s) => s.id === first.body.id)
      if (!what) return []
      const gap = shortLength(first.ahead!.at, part.units.length)
      return [
        {
          id: `${step.id}:aims-${side}`,
          severity: 'warns',
          code: 'fit.aims',
          message: `The ${side} of "${step.name}" stops ${gap} short of "${what.name}", at which it plainly aims.`,
          station: 'fit',
          step: step.id,
          cures: [
            {
              label: `Let it meet "${what.name}"`,
              change: {
                do: 'add-step',
                with: { step: meetingOf(part, step, side, what), index: part.steps.length },
              },
            },
          ],
        },
      ]
    })
  })
}

function meetingOf(part: Part, run: Step, side: TrimStep['side'], what: Step): TrimStep {
  return {
    id: countingIds('s', idsIn(part))(),
    kind: 'meeting',
    name: `${run.name} to ${what.name}`.slice(0, 100),
    aside: false,
    of: run.id,
    side,
    to: { kind: 'body', body: what.id },
    reach: 'outside',
    joined: false,
    keeps: [],
  }
}

/** Whether a place lies within a distance of the box round a body and its copies. */
function isNear(body: Body, at: Vec3, within: number): boolean {
  const [min, max] = boxRound(body)
  return at.every((v, i) => v >= min[i]! - within && v <= max[i]! + within)
}

const boxRound = memoBy(boxOf)

function boxOf({ mesh: { positions }, instances: places }: Body): readonly [Vec3, Vec3] {
  const min: [number, number, number] = [Infinity, Infinity, Infinity]
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  for (const place of places)
    for (let i = 0; i < positions.length; i += 3) {
      const p = transformPoint(place, [positions[i]!, positions[i + 1]!, positions[i + 2]!])
      for (let k = 0; k < 3; k++) {
        min[k] = Math.min(min[k]!, p[k]!)
        max[k] = Math.max(max[k]!, p[k]!)
      }
    }
  return [min, max]
}
