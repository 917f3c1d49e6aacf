import { line2, vec2, type Vec2 } from '@flexum/core/plane'
import { uprightBy } from '../picture.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/** Two places of an edge in the picture that is level or upright in truth: the picture is turned so that it is. */
export function uprightPictureTool(host: Pick<ToolHost, 'leave' | 'changePicture'>): Tool {
  let first: Vec2 | undefined
  return {
    name: 'upright-picture',
    get begun() {
      return first !== undefined
    },
    preview(p) {
      if (!first) return { ...NO_PREVIEW, hint: 'Click one end of an edge that is level or upright in truth' }
      return {
        ...NO_PREVIEW,
        curves: vec2.distance(first, p.raw) > 0 ? [line2(first, p.raw)] : [],
        points: [first],
        hint: 'Click its other end: the picture is turned by the least that makes it level or upright',
      }
    },
    press(p) {
      if (!first) {
        first = p.raw
        return
      }
      const a = first
      first = undefined
      host.changePicture(
        (picture) => uprightBy(picture, a, p.raw),
        'Put the picture upright',
        'These two places are one; choose two that are apart.',
      )
      host.leave()
    },
    key(key) {
      if (key !== 'Escape' || !first) return false
      first = undefined
      return true
    },
  }
}
