import type { Id } from '@flexum/core/base'
import { vec2 } from '@flexum/core/plane'
import { measuredFor, middleOf } from '../dimensioning.ts'
import { hitAt } from '../snap.ts'
import { NO_PREVIEW, type Pointer, type Tool, type ToolHost } from './tool.ts'

/** Picks one or two things, then a place: what is measured is told from what was picked and where the pointer is. */
export function dimensionTool(host: ToolHost): Tool {
  let picks: Id[] = []
  const measured = (p: Pointer, more?: Id) =>
    measuredFor(host.model(), more === undefined ? picks : [...picks, more], p.raw)
  return {
    name: 'dimension',
    get begun() {
      return picks.length > 0
    },
    preview(p) {
      const m = picks.length > 0 ? measured(p) : undefined
      return {
        ...NO_PREVIEW,
        words: m ? [WORDS[m.of]] : [],
        hint:
          picks.length === 0
            ? 'Click a line, a round, a free curve or a point'
            : 'Click where it should stand, or a second thing to measure to',
      }
    },
    press(p) {
      const hit = hitAt(host.model(), p.raw, p.reach, 'measured')
      if (hit !== undefined && !picks.includes(hit) && picks.length < 2) {
        if (picks.length === 0) {
          picks = [hit]
          host.choose([hit])
          return
        }
        if (measured(p, hit)) {
          picks = [...picks, hit]
          host.choose(picks)
          return
        }
        host.say('These two cannot be measured together; pick a point, a line or a round.')
        return
      }
      if (picks.length === 0) return
      const m = measured(p)
      if (!m) {
        host.say('A single point has no size; pick a second thing.')
        return
      }
      host.ask({ measured: m, place: vec2.sub(p.raw, middleOf(host.model(), m)) })
      picks = []
    },
    key(key) {
      if (key !== 'Escape' || picks.length === 0) return false
      picks = []
      host.choose([])
      return true
    },
  }
}

const WORDS = {
  distance: 'length',
  across: 'across',
  up: 'height',
  'off-line': 'distance',
  between: 'distance',
  angle: 'angle',
  radius: 'radius',
  diameter: 'diameter',
  'arc-length': 'arc length',
  sweep: 'sweep',
  chain: 'chain length',
} as const
