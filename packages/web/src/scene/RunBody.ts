import type { RunOutput } from '@flexum/core/evaluate'
import { grownTo, unpackTag } from '@flexum/core/sweep'
import type { Box3 as CoreBox, Placement, Vec3 } from '@flexum/core/space'
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
import type { Theme } from '../ui/theme.ts'
import { colourOf, DRAWN, surfaceMaterials } from './appearance.ts'
import { bodyGeometry, facesOf, pairGeometry } from './geometry.ts'

/** How a run is drawn: whole, as the last good result, or faint behind a sheet. */
export type Presence = 'whole' | 'stale' | 'behind'

const OPACITY: Readonly<Record<Exclude<Presence, 'whole'>, number>> = { stale: 0.38, behind: 0.3 }

/** A place of a body as three's matrix. */
export function matrixOf(p: Placement): Matrix4 {
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

/** One run with its copies: surfaces, lines, and what grows. Copies share everything but their place. */
export class RunBody {
  readonly group = new Group()
  readonly geometry: BufferGeometry
  private readonly bodies: Mesh<BufferGeometry, MeshStandardMaterial[]>[]
  private readonly lines: LineSegments[] = []
  private readonly materials: MeshStandardMaterial[]
  private readonly lineMaterials: LineBasicMaterial[]
  private front: Mesh | undefined

  readonly id: string
  readonly run: RunOutput

  constructor(id: string, run: RunOutput, theme: Theme, presence: Presence) {
    this.id = id
    this.run = run
    const { mesh, drawing } = run
    this.geometry = bodyGeometry(mesh)
    const coloured = this.colourStrands()
    this.materials = surfaceMaterials(run.look, coloured)
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
      [pairGeometry(this.geometry, drawing.sharp), dark],
      [pairGeometry(this.geometry, drawing.tangent), faint],
    ] as const
    this.bodies = run.places.map((place) => {
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

  /** Strands of other looks than the run's have their own colours on it. */
  private colourStrands(): boolean {
    const { strands, look, outline, mesh, drawing } = this.run
    if (strands.every((s) => s.look === look)) return false
    const colours = new Float32Array(mesh.positions.length).fill(1)
    const strandAt = (edge: number): number => strands.findLastIndex((s) => s.firstEdge <= edge)
    const own = new Map<number, number>()
    outline.sideFrom.forEach((v, i) => own.set(v, strandAt(outline.sideEdge[i]!)))
    outline.sideTo.forEach((v, i) => own.set(v, strandAt(outline.sideEdge[i]!)))
    const shades = strands.map((s) => new Color(colourOf(s.look)))
    const whole = drawing.stretches.map((s) => s.base)
    for (let v = 0; v < mesh.positions.length / 3; v++) {
      const base = whole.findLast((b) => b <= v) ?? 0
      const shade = shades[own.get((v - base) % outline.x.length) ?? 0]!
      colours.set([shade.r, shade.g, shade.b], v * 3)
    }
    this.geometry.setAttribute('color', new BufferAttribute(colours, 3))
    return true
  }

  /** The box round the run and its copies. */
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

  /** Draws it up to a station; undefined draws all of it. */
  grow(station: number | undefined): void {
    if (this.front) {
      for (const b of this.bodies) b.parent!.remove(...b.parent!.children.filter((c) => c.userData['front']))
      this.front.geometry.dispose()
      this.front = undefined
    }
    for (const l of this.lines) l.visible = station === undefined
    if (station === undefined) {
      this.geometry.setDrawRange(0, Infinity)
      return
    }
    const { drawing, mesh, outline } = this.run
    const { triangles, front } = grownTo(drawing, mesh, outline, station)
    this.geometry.setDrawRange(0, triangles * 3)
    const sides = outline.sideFrom.length * 6
    const geometry = bodyGeometry(front)
    geometry.clearGroups()
    geometry.addGroup(0, sides, 0)
    geometry.addGroup(sides, front.triangles.length - sides, 1)
    const start = facesOf(this.geometry, mesh, (t) => t.kind === 'start')
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

  /** Which of the run's places a hit lies in. */
  placeOf(hit: Intersection): number {
    return this.bodies.indexOf(hit.object as (typeof this.bodies)[number])
  }

  /** A hit on the run as it lies in its own place. */
  onRun(hit: Intersection): Vec3 {
    return hit.object.worldToLocal(hit.point.clone()).toArray() as unknown as Vec3
  }

  /** Faces of some segments, for lighting up. */
  segmentFaces(segments: ReadonlySet<number>): BufferGeometry {
    return facesOf(this.geometry, this.run.mesh, (t) => t.kind === 'side' && segments.has(t.segment))
  }

  tagOf(hit: Intersection): ReturnType<typeof unpackTag> {
    return unpackTag(this.run.mesh.tags[hit.faceIndex!]!)
  }

  dispose(): void {
    this.grow(undefined)
    for (const l of this.lines) l.geometry.dispose()
    this.geometry.dispose()
    for (const m of [...this.materials, ...this.lineMaterials]) m.dispose()
  }
}
