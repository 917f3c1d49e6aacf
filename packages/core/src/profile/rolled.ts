import { ok, type Result } from '../base/index.ts'
import { arc2, line2 } from '../plane/index.ts'
import { roundedPolygon, type Corner } from './polygon.ts'
import { region, type Region } from './region.ts'
import { needPositive, refuse, refuseLengths, type Sizes } from './sizes.ts'

function rolled(corners: readonly Corner[], root: number): Result<Region> {
  if (root < 0) return refuse('the root radius cannot be below 0')
  const outline = roundedPolygon(corners)
  return outline ? ok(region(outline)) : refuseLengths`a root radius of ${root} is too large for these sizes`
}

/** Two legs at right angles; the inner corner has the root radius. About the middle of its box. */
export function angle(s: Sizes<'width' | 'height' | 'thickness' | 'root'>): Result<Region> {
  const bad = needPositive(s, ['width', 'height', 'thickness'])
  if (bad) return bad
  const { width: w, height: h, thickness: t, root } = s
  if (t >= Math.min(w, h))
    return refuseLengths`a thickness of ${t} leaves no leg; it must be below ${Math.min(w, h)}`
  const [x, y] = [w / 2, h / 2]
  return rolled(
    [
      [-x, -y],
      [x, -y],
      [x, -y + t],
      [-x + t, -y + t, root],
      [-x + t, y],
      [-x, y],
    ],
    root,
  )
}

/** A web with a flange at both ends, open to the right. */
export function channel(s: Sizes<'width' | 'height' | 'web' | 'flange' | 'root'>): Result<Region> {
  const bad = needPositive(s, ['width', 'height', 'web', 'flange'])
  if (bad) return bad
  const { width: w, height: h, web, flange, root } = s
  if (web >= w) return refuseLengths`a web of ${web} leaves no flange; it must be below ${w}`
  if (flange >= h / 2) return refuseLengths`a flange of ${flange} leaves no web; it must be below ${h / 2}`
  const [x, y] = [w / 2, h / 2]
  return rolled(
    [
      [-x, -y],
      [x, -y],
      [x, -y + flange],
      [-x + web, -y + flange, root],
      [-x + web, y - flange, root],
      [x, y - flange],
      [x, y],
      [-x, y],
    ],
    root,
  )
}

/** A flange on top of a web. */
export function tee(s: Sizes<'width' | 'height' | 'web' | 'flange' | 'root'>): Result<Region> {
  const bad = needPositive(s, ['width', 'height', 'web', 'flange'])
  if (bad) return bad
  const { width: w, height: h, web, flange, root } = s
  if (web >= w) return refuseLengths`a web of ${web} leaves no flange; it must be below ${w}`
  if (flange >= h) return refuseLengths`a flange of ${flange} leaves no web; it must be below ${h}`
  const [x, y, b] = [w / 2, h / 2, web / 2]
  return rolled(
    [
      [-b, -y],
      [b, -y],
      [b, y - flange, root],
      [x, y - flange],
      [x, y],
      [-x, y],
      [-x, y - flange],
      [-b, y - flange, root],
    ],
    root,
  )
}

/** Half of a round bar, flat side down, about the middle of the flat. */
export function halfRound(s: Sizes<'diameter'>): Result<Region> {
  const bad = needPositive(s, ['diameter'])
  if (bad) return bad
  const r = s.diameter / 2
  return ok(region([arc2([0, 0], r, 0, Math.PI), line2([-r, 0], [r, 0])]))
}
