import { cutAreaOf, type Body } from '@flexum/core/solid'
import {
  hatchSlice,
  transformPoint,
  sliceMesh,
  vec3,
  type CutPlane,
  type Transform,
  type Slice,
} from '@flexum/core/space'
import { pointInPolygon, type Vec2 } from '@flexum/core/plane'
import type { Theme } from '../ui/theme.ts'
import type { Spent } from './Spent.ts'
import { DRAWN } from './appearance.ts'
import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  Plane,
  ShapeUtils,
  Vector2,
  Vector3,
} from 'three'

/** A plane seen from a body that stands somewhere else. */
function seenFrom(p: Transform, plane: CutPlane): CutPlane {
  const back = (v: CutPlane['x']): CutPlane['x'] => [vec3.dot(v, p.x), vec3.dot(v, p.y), vec3.dot(v, p.z)]
  return { origin: back(vec3.sub(plane.origin, p.shift)), x: back(plane.x), y: back(plane.y) }
}

/** Area of a cut, mm2, and how far it may be off. */
export interface CutArea {
  readonly value: number
  readonly error: number
}

/** A cut through bodies: what it takes away, and its filled and hatched face. */
export class Cut {
  readonly plane: Plane
  readonly group = new Group()
  /** Area of the cut, mm2, of each body with its copies, and how far it may be off. */
  readonly areas: readonly CutArea[]

  readonly at: CutPlane

  constructor(bodies: readonly Body[], at: CutPlane, theme: Theme, apart: number) {
    this.at = at
    const normal = new Vector3(...vec3.cross(at.x, at.y))
    // What lies toward the normal is taken away.
    this.plane = new Plane().setFromNormalAndCoplanarPoint(normal.clone().negate(), new Vector3(...at.origin))
    const { cut } = DRAWN[theme]
    const fill = new MeshBasicMaterial({ color: cut.face, side: DoubleSide })
    const ink = new LineBasicMaterial({ color: cut.line })
    const hatching = new LineBasicMaterial({ color: cut.line, transparent: true, opacity: 0.55 })
    this.areas = bodies.map((body) => {
      let [value, error] = [0, 0]
      for (const place of body.instances) {
        const own = seenFrom(place, at)
        const slice = sliceMesh(body.mesh, own)
        if (slice.loops.length === 0) continue
        const area = cutAreaOf(body, own, slice)
        value += area.value
        error += area.error
        // A hair before the plane, so that it is not cut away with the rest.
        const lift = apart * 0.004
        const inSpace = ([a, b]: Vec2, by = 0): number[] => {
          const flat = vec3.addScaled(vec3.addScaled(own.origin, own.x, a), own.y, b)
          const there = transformPoint(place, flat)
          return [...vec3.addScaled(there, vec3.cross(at.x, at.y), by)]
        }
        this.group.add(
          new Mesh(
            fillOf(slice, (v) => inSpace(v)),
            fill,
          ),
          new LineSegments(
            linesOf(outlinePairs(slice), (v) => inSpace(v, lift)),
            ink,
          ),
          new LineSegments(
            linesOf(hatchSlice(slice, apart), (v) => inSpace(v, lift)),
            hatching,
          ),
        )
      }
      return { value, error }
    })
    this.group.renderOrder = 2
  }

  dispose(spent: Spent): void {
    for (const o of this.group.children as (Mesh | LineSegments)[]) {
      o.geometry.dispose()
      spent.take([o.material].flat())
    }
  }
}

function outlinePairs({ loops }: Slice): Vec2[] {
  return loops.flatMap((l) => l.flatMap((v, i) => [v, l[(i + 1) % l.length]!]))
}

const geometryOf = (positions: number[], index?: number[]): BufferGeometry => {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3))
  if (index) g.setIndex(index)
  return g
}

const linesOf = (points: readonly Vec2[], inSpace: (v: Vec2) => number[]): BufferGeometry =>
  geometryOf(points.flatMap(inSpace))

const signedArea = (loop: readonly Vec2[]): number => ShapeUtils.area(loop.map(([x, y]) => new Vector2(x, y)))

/** Triangles over a slice: every loop that turns left with the holes inside it. */
function fillOf({ loops }: Slice, inSpace: (v: Vec2) => number[]): BufferGeometry {
  const areas = loops.map(signedArea)
  const outers = loops
    .map((loop, i) => ({ loop, area: areas[i]!, holes: [] as (readonly Vec2[])[] }))
    .filter((o) => o.area > 0)
    .sort((a, b) => a.area - b.area)
  loops.forEach((loop, i) => {
    if (areas[i]! < 0) outers.find((o) => pointInPolygon(loop[0]!, o.loop))?.holes.push(loop)
  })
  const positions: number[] = []
  const index: number[] = []
  for (const o of outers) {
    const first = positions.length / 3
    const as2 = (l: readonly Vec2[]): Vector2[] => l.map(([x, y]) => new Vector2(x, y))
    const faces = ShapeUtils.triangulateShape(as2(o.loop), o.holes.map(as2))
    positions.push(...[...o.loop, ...o.holes.flat()].flatMap(inSpace))
    index.push(...faces.flat().map((v) => v + first))
  }
  return geometryOf(positions, index)
}
