import { BufferAttribute, BufferGeometry, Color, LineBasicMaterial, LineSegments } from 'three'
import { niceStep } from '../bench/drag.ts'

/** Lines to each side of the middle. */
const LINES = 14

/** A quiet grid round a place on the floor that fades outward; lines stand on whole multiples of a step near `size` / 8. */
export function floorGrid(
  centre: readonly [number, number],
  floor: number,
  size: number,
  colour: string,
): LineSegments {
  const step = niceStep(size / 8) || 10
  const at = centre.map((c) => Math.round(c / step) * step) as [number, number]
  const reach = LINES * step
  const positions: number[] = []
  const alphas: number[] = []
  const fade = (dx: number, dy: number): number => Math.max(0, 1 - Math.hypot(dx, dy) / reach) ** 1.3
  const add = (x: number, y: number): void => {
    positions.push(at[0] + x, at[1] + y, floor)
    alphas.push(fade(x, y))
  }
  for (let i = -LINES; i <= LINES; i++) {
    for (let k = -LINES; k < LINES; k++) {
      add(i * step, k * step)
      add(i * step, (k + 1) * step)
      add(k * step, i * step)
      add((k + 1) * step, i * step)
    }
  }
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3))
  const rgb = new Color(colour)
  const colours = new Float32Array(alphas.flatMap((a) => [rgb.r, rgb.g, rgb.b, a * 0.5]))
  g.setAttribute('color', new BufferAttribute(colours, 4))
  return new LineSegments(
    g,
    new LineBasicMaterial({ vertexColors: true, transparent: true, depthWrite: false }),
  )
}
