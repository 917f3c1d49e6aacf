import { line2, vec2, type Vec2 } from '@flexum/core/plane'
import { scaledSo, stretchedSo } from '../picture.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/**
 * Two places on the picture and the true distance between them, typed beside the pointer; with `across` a second such way,
 * for pixels that are not square.
 */
export function scalePictureTool(
  host: Pick<ToolHost, 'say' | 'leave' | 'changePicture'>,
  across = false,
): Tool {
  let first: Vec2 | undefined
  return {
    name: across ? 'stretch-picture' : 'scale-picture',
    get begun() {
      return first !== undefined
    },
    preview(p) {
      if (!first)
        return {
          ...NO_PREVIEW,
          hint: `Click one end of something whose length you know${across ? ', across the first one' : ''}`,
        }
      return {
        curves: vec2.distance(first, p.raw) > 0 ? [line2(first, p.raw)] : [],
        points: [first],
        words: [],
        fields: [
          { key: 'length', label: 'true length', value: vec2.distance(first, p.raw), dimension: 'length' },
        ],
        hint: 'Point at the other end, type the true length, and press Enter',
      }
    },
    press(p) {
      if (!first) {
        first = p.raw
        return
      }
      const typed = p.typed['length']?.value
      if (typed === undefined) {
        host.say('Point at the other end and type the true length.')
        return
      }
      const a = first
      first = undefined
      host.changePicture(
        (picture) => (across ? stretchedSo : scaledSo)(picture, a, p.raw, typed),
        'Scale the picture',
        across
          ? 'That does not go with the first distance; choose two places that lie across it, and check both lengths.'
          : 'These two places are one; choose two that are apart.',
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
