import { describe, expect, it } from 'vitest'
import { barOn, evaluated, helix, outputsOf, throughNodes } from '../../testing/parts.ts'
import { meshOfBody } from '../solid/index.ts'
import { PICTURE_LOOKS, pictureOf, type Picture } from './index.ts'

const draw = (part: Parameters<typeof evaluated>[0]): Picture => {
  const { run } = outputsOf(evaluated(part))
  return pictureOf([{ mesh: meshOfBody(run), look: PICTURE_LOOKS[run.look] }], 120, 90)
}
const alphaAt = (p: Picture, x: number, y: number): number => p.pixels[(y * p.width + x) * 4 + 3]!
/** Share of the samples between the first and the last full one of each row that are full. */
function solidity(p: Picture): number {
  let [full, between] = [0, 0]
  for (let y = 0; y < p.height; y++) {
    const row = Array.from({ length: p.width }, (_, x) => alphaAt(p, x, y) === 255)
    const [from, to] = [row.indexOf(true), row.lastIndexOf(true)]
    if (from < 0) continue
    between += to - from + 1
    full += row.slice(from, to + 1).filter(Boolean).length
  }
  return full / between
}

describe('a small picture', () => {
  it('of a convex body has no holes between its triangles', () => {
    const ball = barOn(
      throughNodes([
        ['0', '0', '0'],
        ['60', '0', '0'],
      ]),
      'round-bar',
      { diameter: '50' },
    )
    const p = draw(ball)
    expect(solidity(p)).toBe(1)
    expect(alphaAt(p, 60, 45)).toBe(255)
    expect(alphaAt(p, 0, 0)).toBe(0)
  })

  it('of a coil that lies in itself hundreds of times over is that of one turn', () => {
    const [one, many] = ['1', '400'].map((turns) =>
      draw(barOn(helix({ pitch: '0', turns }), 'round-bar', { diameter: '8' })),
    ) as [Picture, Picture]
    let apart = 0
    for (let i = 3; i < one.pixels.length; i += 4)
      if (Math.abs(one.pixels[i]! - many.pixels[i]!) > 64) apart++
    expect(apart / (120 * 90)).toBeLessThan(0.03)
  })
})
