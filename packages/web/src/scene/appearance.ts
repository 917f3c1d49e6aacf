import type { Look } from '@flexum/core/profile'
import type { Theme } from '../ui/theme.ts'
import { finePictures } from './quality.ts'
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

interface Surface {
  readonly colour: string
  readonly metalness: number
  readonly roughness: number
}

const SURFACES: Readonly<Record<Look, Surface>> = {
  steel: { colour: '#8f9191', metalness: 0.9, roughness: 0.42 },
  stainless: { colour: '#c9cacb', metalness: 0.9, roughness: 0.26 },
  aluminium: { colour: '#d6d7d5', metalness: 0.95, roughness: 0.4 },
  copper: { colour: '#c9713f', metalness: 0.88, roughness: 0.3 },
  brass: { colour: '#cfa74d', metalness: 0.88, roughness: 0.3 },
  wood: { colour: '#b98d5f', metalness: 0, roughness: 0.75 },
  rubber: { colour: '#3c3e40', metalness: 0, roughness: 0.8 },
}

export const colourOf = (look: Look): string => SURFACES[look].colour

/** How much of a metal's shine is left where it has nothing to mirror. */
const UNMIRRORED = 0.3

/** The outside of a body and its cut faces, which are darker and dull. Coloured ones take the vertices' colours. */
export function surfaceMaterials(
  look: Look,
  coloured = false,
): [side: MeshStandardMaterial, end: MeshStandardMaterial] {
  const { colour, roughness } = SURFACES[look]
  const metalness = SURFACES[look].metalness * (finePictures() ? 1 : UNMIRRORED)
  // Surfaces lie a hair behind their lines.
  const behind = { polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }
  const base = coloured ? '#ffffff' : colour
  const side = new MeshStandardMaterial({
    color: base,
    metalness,
    roughness,
    vertexColors: coloured,
    ...behind,
  })
  const end = new MeshStandardMaterial({
    color: new Color(base).multiplyScalar(0.42),
    metalness: metalness * 0.5,
    roughness: 0.7,
    vertexColors: coloured,
    ...behind,
  })
  return [side, end]
}

interface Drawn {
  readonly line: string
  readonly grid: string
  readonly chosen: string
  readonly block: string
  readonly shadow: number
  readonly light: number
  /** A face cut through, and its hatching. */
  readonly cut: { readonly face: string; readonly line: string }
}

/** Colours of what is drawn besides the body, by theme. */
export const DRAWN: Readonly<Record<Theme, Drawn>> = {
  'flexum-day': {
    line: '#23282c',
    grid: '#b9b09b',
    chosen: '#b4622d',
    block: '#b0254f',
    cut: { face: '#f3ddc8', line: '#8a4a20' },
    shadow: 0.2,
    light: 1,
  },
  'flexum-night': {
    line: '#0e1113',
    grid: '#4d5558',
    chosen: '#e08a4f',
    block: '#ef7395',
    cut: { face: '#5a3f2d', line: '#f0b68c' },
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
  add('#8a7d69', 0.55, [0, 0, -9.4], [19, 19, 1])
  add('#fff6e6', 6, [-5, -5, 9], [6, 5, 0.4])
  add('#ffffff', 2.2, [-9.4, 0, 3], [0.4, 9, 3])
  add('#ffe9cf', 1.6, [4, -9.4, 2], [8, 0.4, 2.4])
  add('#6b6257', 0.8, [9.2, 2, 1], [0.6, 12, 5])
  // Tall lights, so that standing bars show a bright line along them.
  add('#fff8ee', 5, [-8.6, -6, 1], [0.4, 1.4, 13])
  add('#fff8ee', 3, [5, -9.2, 1], [1.1, 0.4, 13])
  add('#5a5248', 0.9, [-2, -9.5, 0], [3.4, 0.3, 12])
  const generator = new PMREMGenerator(renderer)
  const target = generator.fromScene(room, 0.03)
  generator.dispose()
  room.traverse((o) => {
    if (o instanceof Mesh) (o.material as MeshBasicMaterial).dispose()
  })
  box.dispose()
  return target.texture
}
