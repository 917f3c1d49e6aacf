import type { Look } from '@flexum/core/document'
import {
  BackSide,
  BoxGeometry,
  Color,
  Mesh,
  MeshBasicMaterial,
  MeshStandardMaterial,
  PMREMGenerator,
  Scene,
  type Texture,
  type WebGLRenderer,
} from 'three'
import type { Theme } from '../ui/theme.ts'

interface Surface {
  readonly colour: string
  readonly metalness: number
  readonly roughness: number
}

const SURFACES: Readonly<Record<Look, Surface>> = {
  steel: { colour: '#8f9191', metalness: 0.9, roughness: 0.42 },
  stainless: { colour: '#c9cacb', metalness: 1, roughness: 0.24 },
  aluminium: { colour: '#d6d7d5', metalness: 0.95, roughness: 0.4 },
  copper: { colour: '#c9713f', metalness: 1, roughness: 0.28 },
  brass: { colour: '#cfa74d', metalness: 1, roughness: 0.28 },
  wood: { colour: '#b98d5f', metalness: 0, roughness: 0.75 },
  rubber: { colour: '#3c3e40', metalness: 0, roughness: 0.8 },
}

/** The outside of a body and its cut faces, which are darker and dull. */
export function surfaceMaterials(look: Look): [MeshStandardMaterial, MeshStandardMaterial] {
  const { colour, metalness, roughness } = SURFACES[look]
  const side = new MeshStandardMaterial({ color: colour, metalness, roughness })
  const end = new MeshStandardMaterial({
    color: new Color(colour).multiplyScalar(0.42),
    metalness: metalness * 0.5,
    roughness: 0.7,
  })
  return [side, end]
}

/** Colours of what is drawn besides the body, by theme. */
export const DRAWN: Readonly<
  Record<Theme, { line: string; grid: string; chosen: string; block: string; shadow: number; light: number }>
> = {
  'flexum-day': {
    line: '#23282c',
    grid: '#b9b09b',
    chosen: '#b4622d',
    block: '#b0254f',
    shadow: 0.2,
    light: 1,
  },
  'flexum-night': {
    line: '#0e1113',
    grid: '#4d5558',
    chosen: '#e08a4f',
    block: '#ef7395',
    shadow: 0.5,
    light: 0.72,
  },
}

/** A small room for metals to mirror: pale walls, a bright window above left, a darker floor. Made here, fetched nowhere. */
export function makeEnvironment(renderer: WebGLRenderer): Texture {
  const room = new Scene()
  const box = new BoxGeometry()
  const add = (
    colour: string,
    strength: number,
    at: [number, number, number],
    size: [number, number, number],
    inside = false,
  ) => {
    const material = new MeshBasicMaterial({
      color: new Color(colour).multiplyScalar(strength),
      ...(inside ? { side: BackSide } : {}),
    })
    const mesh = new Mesh(box, material)
    mesh.position.set(...at)
    mesh.scale.set(...size)
    room.add(mesh)
  }
  // Z is up, as in the part.
  add('#e9e2d4', 0.62, [0, 0, 0], [20, 20, 20], true)
  add('#5b5246', 0.45, [0, 0, -9.4], [19, 19, 1])
  add('#fff6e6', 6, [-5, -5, 9], [6, 5, 0.4])
  add('#ffffff', 2.2, [-9.4, 0, 3], [0.4, 9, 3])
  add('#ffe9cf', 1.6, [4, -9.4, 2], [8, 0.4, 2.4])
  add('#2e2a26', 1, [9.2, 2, 1], [0.6, 12, 5])
  // Tall lights, so that standing bars show a bright line along them.
  add('#fff8ee', 5, [-8.6, -6, 1], [0.4, 1.4, 13])
  add('#fff8ee', 3, [5, -9.2, 1], [1.1, 0.4, 13])
  add('#3a352f', 1, [-2, -9.5, 0], [3.4, 0.3, 12])
  const generator = new PMREMGenerator(renderer)
  const target = generator.fromScene(room, 0.03)
  generator.dispose()
  room.traverse((o) => {
    if (o instanceof Mesh) (o.material as MeshBasicMaterial).dispose()
  })
  box.dispose()
  return target.texture
}
