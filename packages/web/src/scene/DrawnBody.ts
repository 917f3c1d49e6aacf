import { faceOf, facesOfBody, materialOf, materialsOf, originOf, type Body } from '@flexum/core/solid'
import type { Id } from '@flexum/core/base'
import { grownTo, type FaceTag } from '@flexum/core/sweep'
import type { Box3 as CoreBox, Transform, Vec3 } from '@flexum/core/space'
import type { ShownBody } from '../bench/results.ts'
import type { Theme } from '../ui/theme.ts'
import { colourOf, DRAWN, surfaceMaterials } from './appearance.ts'
import type { Spent } from './Spent.ts'
import { bodyGeometry, facesOf, pairGeometry } from './geometry.ts'
import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  Color,
  Group,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  type Intersection,
  type MeshStandardMaterial,
  type Plane,
  type Raycaster,
} from 'three'

/** How a body is drawn: whole, as the last good result, or faint behind a sheet. */
export type Presence = 'whole' | 'stale' | 'behind'

const OPACITY: Readonly<Record<Exclude<Presence, 'whole'>, number>> = { stale: 0.38, behind: 0.3 }

/** A place of a body as three's matrix. */
export function matrixOf(p: Transform): Matrix4 {
  const [x, y, z] = [p.x, p.y, p.z]
  return new Matrix4().set(
    x[0],
    y[0],
    z[0],
    p.shift[0],
    x[1],
    y[1],
    z[1],
    p.shift[1],
    x[2],
    y[2],
    z[2],
    p.shift[2],
    0,
    0,
    0,
    1,
  )
}

const samePlace = (a: Transform, b: Transform): boolean =>
  (['x', 'y', 'z', 'shift'] as const).every((k) => a[k].every((v, i) => v === b[k][i]))

/** Whether two bodies are drawn alike: figures may change while the mesh that they are of is still on its way. */
export function sameDrawing({ body: a }: ShownBody, { body: b }: ShownBody): boolean {
  if (a.id !== b.id || a.mesh !== b.mesh || a.look !== b.look) return false
  return (
    a.instances.length === b.instances.length && a.instances.every((p, i) => samePlace(p, b.instances[i]!))
  )
}

/** One body with its copies: surfaces, lines, and what grows. Copies share everything but their place. */
export class DrawnBody {
  readonly group = new Group()
  readonly geometry: BufferGeometry
  private readonly bodies: Mesh<BufferGeometry, MeshStandardMaterial[]>[]
  private readonly lines: LineSegments[] = []
  private readonly materials: MeshStandardMaterial[]
  private readonly lineMaterials: LineBasicMaterial[]
  private front: Mesh | undefined

  readonly shown: ShownBody
  readonly body: Body
  readonly presence: Presence

  constructor(shown: ShownBody, theme: Theme, presence: Presence) {
    this.shown = shown
    this.body = shown.body
    this.presence = presence
    const { mesh, lines, look, instances: places } = shown.body
    this.geometry = bodyGeometry(mesh)
    const coloured = this.colourMaterials()
    this.materials = surfaceMaterials(look, coloured)
    const drawn = DRAWN[theme]
    for (const m of this.materials) m.envMapIntensity = drawn.light
    const faint = new LineBasicMaterial({ color: drawn.line, transparent: true, opacity: 0.16 })
    const dark = new LineBasicMaterial({ color: drawn.line, transparent: true, opacity: 0.72 })
    this.lineMaterials = [dark, faint]
    if (presence !== 'whole')
      for (const m of [...this.materials, ...this.lineMaterials]) {
        m.transparent = true
        m.opacity = Math.min(m.opacity, OPACITY[presence])
      }
    const shared = [
      [pairGeometry(this.geometry, lines.sharp), dark],
      [pairGeometry(this.geometry, lines.tangent), faint],
    ] as const
    this.bodies = places.map((place) => {
      const body = new Mesh(this.geometry, this.materials)
      body.castShadow = body.receiveShadow = true
      const own = new Group()
      own.add(body)
      if (presence !== 'behind')
        for (const [geometry, material] of shared) {
          if (geometry.index?.count === 0) continue
          const lines = new LineSegments(geometry, material)
          own.add(lines)
          this.lines.push(lines)
        }
      own.matrixAutoUpdate = false
      own.matrix.copy(matrixOf(place))
      this.group.add(own)
      return body
    })
  }

  /** Materials of other looks than the body's have their own colours on it; faces of different materials share no vertex. */
  private colourMaterials(): boolean {
    const { look, mesh } = this.body
    const materials = materialsOf(this.body)
    if (materials.every((m) => m.look === look)) return false
    const colours = new Float32Array(mesh.positions.length).fill(1)
    const shades = new Map(materials.map((m) => [m, new Color(colourOf(m.look))]))
    for (let t = 0; t < mesh.tags.length; t++) {
      const shade = shades.get(materialOf(this.body, t))!
      for (let k = 0; k < 3; k++) colours.set([shade.r, shade.g, shade.b], mesh.triangles[t * 3 + k]! * 3)
    }
    this.geometry.setAttribute('color', new BufferAttribute(colours, 3))
    return true
  }

  /** The box round the body and its copies. */
  box(): CoreBox {
    this.group.updateMatrixWorld(true)
    const box = new Box3()
    for (const b of this.bodies) box.expandByObject(b, true)
    return { min: box.min.toArray(), max: box.max.toArray() }
  }

  /** Takes away what lies before a plane; undefined takes nothing away. */
  clip(plane: Plane | undefined): void {
    for (const m of [...this.materials, ...this.lineMaterials]) {
      m.clippingPlanes = plane ? [plane] : null
      m.clipShadows = true
    }
  }

  /** Draws it up to a share of its path's length; undefined, or without a path, draws all of it. */
  grow(share: number | undefined): void {
    const { carried } = this.shown
    const station = share === undefined || !carried ? undefined : share * carried.path.length
    if (this.front) {
      for (const b of this.bodies) b.parent!.remove(...b.parent!.children.filter((c) => c.userData['front']))
      this.front.geometry.dispose()
      this.front = undefined
    }
    for (const l of this.lines) l.visible = station === undefined || !this.body.growth
    const { growth, mesh } = this.body
    if (station === undefined || !growth) {
      this.geometry.setDrawRange(0, Infinity)
      return
    }
    const { outline } = growth
    const { triangles, front } = grownTo(growth, mesh, station)
    this.geometry.setDrawRange(0, triangles * 3)
    const sides = outline.sideFrom.length * 6
    const geometry = bodyGeometry(front)
    geometry.clearGroups()
    geometry.addGroup(0, sides, 0)
    geometry.addGroup(sides, front.triangles.length - sides, 1)
    const start = facesOf(this.geometry, this.body, (t) => t.kind === 'start')
    for (const b of this.bodies) {
      const made = [new Mesh(geometry, this.materials), new Mesh(start, this.materials[1])]
      for (const m of made) {
        m.castShadow = true
        m.userData['front'] = true
      }
      b.parent!.add(...made)
      this.front ??= made[0]
    }
  }

  /** The first place a ray meets it that is not cut away. */
  hit(raycaster: Raycaster, cut: Plane | undefined): Intersection | undefined {
    return raycaster
      .intersectObjects(this.bodies, false)
      .find((h) => !cut || cut.distanceToPoint(h.point) >= -1e-6)
  }

  /** Which of the body's places a hit lies in. */
  placeOf(hit: Intersection): number {
    return this.bodies.indexOf(hit.object as (typeof this.bodies)[number])
  }

  /** A hit on the body as it lies in its own place. */
  inPlace(hit: Intersection): Vec3 {
    return hit.object.worldToLocal(hit.point.clone()).toArray() as unknown as Vec3
  }

  /** Faces of some segments of a step in it, for lighting up. */
  segmentFaces(step: Id, segments: ReadonlySet<number>): BufferGeometry {
    return facesOf(
      this.geometry,
      this.body,
      (t, triangle) =>
        t.kind === 'side' && segments.has(t.segment) && originOf(this.body, triangle).step === step,
    )
  }

  /** The step that the surface at a hit comes from, and which face of it that is. */
  faceAt(hit: Intersection): { readonly step: Id; readonly face: FaceTag } {
    return { step: originOf(this.body, hit.faceIndex!).step, face: faceOf(this.body, hit.faceIndex!) }
  }

  /** The number of the face that a hit lies on, among those of the body and its copies. */
  faceNumber(hit: Intersection): number {
    return facesOfBody(this.body).of[this.placeOf(hit) * this.body.mesh.tags.length + hit.faceIndex!]!
  }

  /** The triangles of a face by its number, with the place that they stand in. */
  faceGeometry(face: number): { readonly geometry: BufferGeometry; readonly place: Transform } | undefined {
    const { of } = facesOfBody(this.body)
    const count = this.body.mesh.tags.length
    const first = of.indexOf(face)
    if (first < 0) return undefined
    const place = Math.floor(first / count)
    const geometry = facesOf(this.geometry, this.body, (_, t) => of[place * count + t] === face)
    return { geometry, place: this.body.instances[place]! }
  }

  /** Lets go of its geometry, and gives its materials to whoever lets go of those. */
  dispose(spent: Spent): void {
    this.grow(undefined)
    for (const l of this.lines) l.geometry.dispose()
    this.geometry.dispose()
    spent.take([...this.materials, ...this.lineMaterials])
  }
}
