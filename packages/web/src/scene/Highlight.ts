import type { Id } from '@flexum/core/base'
import type { Vec3 } from '@flexum/core/space'
import { LineBasicMaterial, LineSegments, Mesh, MeshBasicMaterial, type Plane, type Scene } from 'three'
import { LineMaterial } from 'three/addons/lines/LineMaterial.js'
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js'
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js'
import type { Theme } from '../ui/theme.ts'
import { DRAWN } from './appearance.ts'
import type { Spent } from './Spent.ts'
import { lineGeometry } from './geometry.ts'
import { matrixOf, type DrawnBody } from './DrawnBody.ts'

/** Width of a line that stands out, px. */
const WIDE = 4

/** What is pointed at: segments of a path lit up, and outlines drawn over all. */
export class Highlight {
  private readonly scene: Scene
  private readonly spent: Spent
  private shown: (Mesh | LineSegments)[] = []

  constructor(scene: Scene, spent: Spent) {
    this.scene = scene
    this.spent = spent
  }

  /** Lights up the faces along segments of a step's path, on all copies of a body, but for what a cut takes away. */
  light(
    body: DrawnBody,
    step: Id,
    segments: ReadonlySet<number>,
    theme: Theme,
    cut: Plane | undefined,
  ): void {
    const material = chosenMaterial(theme, cut)
    const faces = body.segmentFaces(step, segments)
    this.show(
      ...body.body.instances.map((p) => {
        const mesh = new Mesh(faces, material)
        mesh.matrixAutoUpdate = false
        mesh.matrix.copy(matrixOf(p))
        return mesh
      }),
    )
  }

  /** Lights up one face of a body. */
  face(body: DrawnBody, face: number, theme: Theme, cut: Plane | undefined): void {
    const found = body.faceGeometry(face)
    if (!found) return
    const mesh = new Mesh(found.geometry, chosenMaterial(theme, cut))
    mesh.matrixAutoUpdate = false
    mesh.matrix.copy(matrixOf(found.place))
    this.show(mesh)
  }

  /** Draws lines between pairs of points, seen through everything; wide ones stand out from the edges of bodies. */
  outline(points: readonly Vec3[], theme: Theme, wide = false): void {
    if (wide) {
      const geometry = new LineSegmentsGeometry().setPositions(points.flat())
      const thick = new LineSegments2(
        geometry,
        new LineMaterial({ color: DRAWN[theme].chosen, linewidth: WIDE, depthTest: false }),
      )
      thick.renderOrder = 5
      this.show(thick)
      return
    }
    const material = new LineBasicMaterial({ color: DRAWN[theme].chosen, depthTest: false })
    const ring = new LineSegments(lineGeometry(points), material)
    ring.renderOrder = 5
    this.show(ring)
  }

  private show(...objects: (Mesh | LineSegments)[]): void {
    this.shown.push(...objects)
    this.scene.add(...objects)
  }

  clear(): void {
    for (const o of this.shown) {
      this.scene.remove(o)
      o.geometry.dispose()
      this.spent.take([o.material].flat())
    }
    this.shown = []
  }
}

const chosenMaterial = (theme: Theme, cut: Plane | undefined) =>
  new MeshBasicMaterial({
    color: DRAWN[theme].chosen,
    transparent: true,
    opacity: 0.85,
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -1,
    clippingPlanes: cut ? [cut] : null,
  })
