import type { Box3 as CoreBox, Vec3 } from '@flexum/core/space'
import { MathUtils, OrthographicCamera, PerspectiveCamera, Vector2, Vector3, type Raycaster } from 'three'

/** Directions to look from, as unit-free offsets from the middle. */
export const STANDARD_VIEWS = {
  Isometric: [0.62, -0.95, 0.58],
  Front: [0, -1, 0],
  Top: [0, -0.0001, 1],
  Side: [1, 0, 0],
} as const satisfies Record<string, Vec3>
export type StandardView = keyof typeof STANDARD_VIEWS

/** How the eye sees: lines that run together, over an angle from below to above; or parallel ones. */
export interface Lens {
  readonly parallel: boolean
  readonly angleDeg: number
}

const FIRST_LENS: Lens = { parallel: false, angleDeg: 26 }

/** Share of the picture's width or height that a part fills when all of it is shown. */
const FILLED = 0.8

/**
 * Where the picture is seen from and how. Two cameras stand in the same place; the parallel one shows as much at the
 * target as the other does.
 */
export class Eye {
  readonly target = new Vector3()
  lens: Lens = FIRST_LENS
  private readonly perspective = new PerspectiveCamera(FIRST_LENS.angleDeg, 1, 0.1, 1e5)
  private readonly parallel = new OrthographicCamera()
  private width = 1
  private height = 1

  constructor() {
    for (const c of [this.perspective, this.parallel]) c.up.set(0, 0, 1)
  }

  get camera(): PerspectiveCamera | OrthographicCamera {
    return this.lens.parallel ? this.parallel : this.perspective
  }

  get position(): Vector3 {
    return this.camera.position
  }

  /** Another lens from the same place; what is seen at the target keeps its size between the two kinds. */
  setLens(lens: Lens): void {
    const from = this.camera
    this.lens = lens
    if (from !== this.camera) {
      // A parallel picture comes nearer by its zoom, the other by its place.
      const offset = from.position.clone().sub(this.target).divideScalar(this.parallel.zoom)
      this.camera.position.copy(this.target).add(offset)
      this.camera.quaternion.copy(from.quaternion)
      this.parallel.zoom = 1
    }
    this.update()
  }

  resize(width: number, height: number): void {
    this.width = Math.max(width, 1)
    this.height = Math.max(height, 1)
    this.update()
  }

  place(eye: Vec3 | Vector3, target: Vec3 | Vector3): void {
    const vector = (v: Vec3 | Vector3): Vector3 => (v instanceof Vector3 ? v : new Vector3(...v))
    this.camera.position.copy(vector(eye))
    this.target.copy(vector(target))
    this.camera.lookAt(this.target)
    this.parallel.zoom = 1
    this.update()
  }

  /** Half the height that is seen at the target, mm. */
  private halfHeight(): number {
    const distance = this.camera.position.distanceTo(this.target)
    return distance * Math.tan(MathUtils.degToRad(this.lens.angleDeg / 2))
  }

  /** Fits near and far planes and the frame to where the eye is. */
  update(): void {
    const distance = Math.max(this.camera.position.distanceTo(this.target), 1e-3)
    const { perspective: p, parallel: o } = this
    p.aspect = this.width / this.height
    p.fov = this.lens.angleDeg
    p.near = distance / 200
    p.far = distance * 40
    p.updateProjectionMatrix()
    o.top = this.halfHeight()
    o.bottom = -o.top
    o.right = o.top * p.aspect
    o.left = -o.right
    // All of the part stays in front, also what lies behind the eye.
    o.near = -distance * 20
    o.far = distance * 40
    o.updateProjectionMatrix()
  }

  /** Looks at a box from a direction, so that all of it is in view. */
  fit(box: CoreBox, view: StandardView): void {
    const toward = new Vector3(...STANDARD_VIEWS[view]).normalize()
    const right = new Vector3(0, 0, 1).cross(toward).normalize()
    const up = toward.clone().cross(right)
    const middle = new Vector3(...box.min).add(new Vector3(...box.max)).multiplyScalar(0.5)
    const rise = Math.tan(MathUtils.degToRad(this.lens.angleDeg / 2)) * FILLED
    const run = (rise * this.width) / this.height
    let distance = 1
    for (let i = 0; i < 8; i++) {
      const at = (k: 0 | 1 | 2): number => ((i >> k) & 1 ? box.max[k] : box.min[k])
      const corner = new Vector3(at(0), at(1), at(2)).sub(middle)
      const near = this.lens.parallel ? 0 : corner.dot(toward)
      distance = Math.max(
        distance,
        near + Math.abs(corner.dot(right)) / run,
        near + Math.abs(corner.dot(up)) / rise,
      )
    }
    this.place(middle.clone().addScaledVector(toward, distance), middle)
  }

  /** Moves over to a place and near enough to see `size` around it well, looking the same way. */
  flyTo(place: Vec3, size: number): void {
    const toward = this.camera.position.clone().sub(this.target).normalize()
    const distance = size / Math.tan(MathUtils.degToRad(this.lens.angleDeg / 2))
    const target = new Vector3(...place)
    this.place(target.clone().addScaledVector(toward, distance), target)
  }

  /** Turns by degrees about the vertical and up, and comes nearer by a factor. */
  turn(aroundDeg: number, upDeg: number, nearness: number): void {
    const offset = this.camera.position.clone().sub(this.target)
    const length = offset.length() / nearness
    const around = Math.atan2(offset.y, offset.x) + MathUtils.degToRad(aroundDeg)
    const up = Math.asin(offset.z / offset.length()) + MathUtils.degToRad(upDeg)
    const held = Math.min(Math.max(up, -1.55), 1.55)
    offset.set(Math.cos(held) * Math.cos(around), Math.cos(held) * Math.sin(around), Math.sin(held))
    this.camera.position.copy(this.target).addScaledVector(offset, length)
    this.camera.lookAt(this.target)
    this.update()
  }

  /** Moves the eye across what it sees, by px of the picture at the target. */
  pan(right: number, up: number): void {
    const pixel = this.pixelAt(this.target.toArray() as unknown as Vec3)
    this.camera.updateMatrixWorld()
    const [x, y] = [new Vector3(), new Vector3()]
    this.camera.matrixWorld.extractBasis(x, y, new Vector3())
    const by = x.multiplyScalar(right * pixel).addScaledVector(y, up * pixel)
    this.camera.position.add(by)
    this.target.add(by)
    this.update()
  }

  /** A point on the canvas, px from its upper left; undefined behind the eye. */
  project(p: Vec3): readonly [number, number] | undefined {
    this.camera.updateMatrixWorld()
    const v = new Vector3(...p).project(this.camera)
    if (v.z > 1) return undefined
    return [((v.x + 1) / 2) * this.width, ((1 - v.y) / 2) * this.height]
  }

  /** How many mm one pixel is at a point. */
  pixelAt(p: Vec3): number {
    if (this.lens.parallel) return (2 * this.parallel.top) / this.parallel.zoom / this.height
    const distance = this.camera.position.distanceTo(new Vector3(...p))
    return (2 * distance * Math.tan(MathUtils.degToRad(this.lens.angleDeg / 2))) / this.height
  }

  aim(raycaster: Raycaster, x: number, y: number): void {
    this.camera.updateMatrixWorld()
    raycaster.setFromCamera(new Vector2((x / this.width) * 2 - 1, 1 - (y / this.height) * 2), this.camera)
  }
}
