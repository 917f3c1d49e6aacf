import type { Look } from '@flexum/core/document'
import type { RunOutput } from '@flexum/core/evaluate'
import { stationNear } from '@flexum/core/path'
import type { Box3 as CoreBox, Vec3 } from '@flexum/core/space'
import { unpackTag } from '@flexum/core/sweep'
import {
  DirectionalLight,
  HemisphereLight,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  OrthographicCamera,
  PCFShadowMap,
  PerspectiveCamera,
  PlaneGeometry,
  Raycaster,
  Scene,
  ShadowMaterial,
  Vector2,
  Vector3,
  WebGLRenderer,
  type BufferGeometry,
  type Material,
  type Object3D,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Ray } from '../bench/drag.ts'
import type { Theme } from '../ui/theme.ts'
import { DRAWN, makeEnvironment, surfaceMaterials } from './appearance.ts'
import { floorGrid } from './floor.ts'
import { bodyGeometry, endOutlines, lineGeometry, segmentGeometry } from './geometry.ts'

/** Where the camera stands; kept over a reload. */
export interface CameraState {
  readonly eye: Vec3
  readonly target: Vec3
}

/** Directions to look from, as unit-free offsets from the middle. */
export const STANDARD_VIEWS = {
  Isometric: [0.62, -0.95, 0.58],
  Front: [0, -1, 0],
  Top: [0, -0.0001, 1],
  Side: [1, 0, 0],
} as const satisfies Record<string, Vec3>
export type StandardView = keyof typeof STANDARD_VIEWS

/** What is under the pointer. */
export interface Pick {
  readonly station: number
  readonly segment: number
}

const LENS_DEG = 26

/** Share of the picture's width or height that a part fills when all of it is shown. */
const FILLED = 0.8

/** How much of a body is seen behind a sheet. */
const BEHIND_SHEET = 0.3

/** A sheet that the view is turned to: its plane, the place in the middle of the picture, px per mm. */
export interface FacedSheet {
  readonly origin: Vec3
  readonly x: Vec3
  readonly y: Vec3
  readonly centre: readonly [number, number]
  readonly scale: number
}

const SMOOTH_KEY = 'flexum.smooth'

/** Whether edges are smoothed; costs two to three times the time where pictures are drawn without a graphics chip. */
function smoothEdges(): boolean {
  return localStorage.getItem(SMOOTH_KEY) !== 'off'
}

/** Smoother or faster pictures, from the next time the Bench is opened. */
export function toggleSmoothEdges(): void {
  localStorage.setItem(SMOOTH_KEY, smoothEdges() ? 'off' : 'on')
}

/**
 * The 3D picture: one body, its floor and shadow, what is lit up. Draws only when something changed. All of three
 * stays behind this class.
 */
export class BenchView {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly camera = new PerspectiveCamera(LENS_DEG, 1, 0.1, 1e5)
  private readonly controls: OrbitControls
  private readonly sun = new DirectionalLight('#fff4e2', 2.2)
  private readonly sky = new HemisphereLight('#ffffff', '#8f8572', 0.55)
  private readonly raycaster = new Raycaster()
  private readonly listeners = new Set<() => void>()
  private readonly observer: ResizeObserver
  private body: Mesh<BufferGeometry, Material[]> | undefined
  private run: RunOutput | undefined
  private dressing: Object3D[] = []
  private lit: Mesh | undefined
  private ring: LineSegments | undefined
  private theme: Theme
  private sheet: FacedSheet | undefined
  private readonly flat = new OrthographicCamera()
  private stale = false
  private frame = 0
  private fitted = false
  private disposed = false

  constructor(canvas: HTMLCanvasElement, theme: Theme) {
    this.theme = theme
    this.renderer = new WebGLRenderer({
      canvas,
      antialias: smoothEdges(),
      alpha: true,
      preserveDrawingBuffer: true,
    })
    this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2))
    this.renderer.shadowMap.enabled = true
    this.renderer.shadowMap.type = PCFShadowMap
    this.renderer.shadowMap.autoUpdate = false
    this.scene.environment = makeEnvironment(this.renderer)
    this.sun.castShadow = true
    this.sun.shadow.mapSize.set(1024, 1024)
    this.sun.shadow.radius = 5
    this.scene.add(this.sun, this.sun.target, this.sky)
    this.camera.up.set(0, 0, 1)
    this.controls = new OrbitControls(this.camera, canvas)
    this.controls.enableDamping = false
    this.controls.zoomToCursor = true
    this.controls.addEventListener('change', () => this.invalidate())
    this.setTheme(theme)
    this.look('Isometric', { min: [-100, -100, 0], max: [100, 100, 100] })
    this.observer = new ResizeObserver(() => this.resize())
    this.observer.observe(canvas.parentElement!)
    this.resize()
  }

  /** Calls back after every drawing; gives the way to stop. */
  onDraw(listener: () => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Shows a body, or none. The first body is brought into view. */
  setRun(run: RunOutput | undefined, stale: boolean): void {
    this.clearBody()
    this.run = run
    this.stale = stale
    if (run) {
      const geometry = bodyGeometry(run.mesh)
      this.body = new Mesh(geometry, this.materials(run.look, stale))
      this.body.castShadow = true
      this.body.receiveShadow = true
      this.scene.add(this.body)
      // Nothing but the body itself is seen behind a sheet.
      if (!this.sheet) this.dress(run)
      if (!this.fitted) this.look('Isometric')
    }
    this.renderer.shadowMap.needsUpdate = true
    this.invalidate()
  }

  private materials(look: Look, stale: boolean): Material[] {
    const pair = surfaceMaterials(look)
    for (const m of pair) {
      m.envMapIntensity = DRAWN[this.theme].light
      if (stale || this.sheet) {
        m.transparent = true
        m.opacity = this.sheet ? BEHIND_SHEET : 0.38
      }
    }
    return pair
  }

  /** Floor, shadow and end outlines for a body. */
  private dress(run: RunOutput): void {
    const box = this.boxOfBody()!
    const size = Math.max(...box.max.map((v, i) => v - box.min[i]!), 1)
    const floor = box.min[2] - size * 0.004
    const middle: Vec3 = [
      (box.min[0] + box.max[0]) / 2,
      (box.min[1] + box.max[1]) / 2,
      (box.min[2] + box.max[2]) / 2,
    ]
    const drawn = DRAWN[this.theme]
    const ground = new Mesh(
      new PlaneGeometry(size * 8, size * 8),
      new ShadowMaterial({ opacity: drawn.shadow }),
    )
    ground.position.set(middle[0], middle[1], floor)
    ground.receiveShadow = true
    const ends = new LineSegments(endOutlines(run.mesh), new LineBasicMaterial({ color: drawn.line }))
    this.dressing = [floorGrid([middle[0], middle[1]], floor, size, drawn.grid), ground, ends]
    this.scene.add(...this.dressing)

    // Light from above left; its shadow box just holds the body and what it throws on the floor.
    this.sun.target.position.set(...middle)
    this.sun.position.set(middle[0] - size * 0.7, middle[1] - size * 0.5, middle[2] + size * 2.2)
    const eye = this.sun.shadow.camera
    const half = size * 1.35
    eye.left = eye.bottom = -half
    eye.right = eye.top = half
    eye.near = size * 0.3
    eye.far = size * 5
    eye.updateProjectionMatrix()
    this.sun.shadow.normalBias = size * 0.002
  }

  private clearBody(): void {
    for (const o of [this.body, ...this.dressing, this.lit, this.ring]) {
      if (!o) continue
      this.scene.remove(o)
      const m = o as Mesh
      if (o !== this.lit) m.geometry.dispose()
      for (const material of [m.material].flat()) material.dispose()
    }
    this.body = undefined
    this.lit = undefined
    this.ring = undefined
    this.dressing = []
  }

  /** Lights up a path segment, and draws the section's outline at a station, given as pairs of points. */
  setFocus(segment: number | undefined, outline: readonly Vec3[] | undefined): void {
    for (const o of [this.lit, this.ring]) {
      if (!o) continue
      this.scene.remove(o)
      ;[o.material].flat().forEach((m) => m.dispose())
    }
    this.lit = undefined
    this.ring = undefined
    const { chosen } = DRAWN[this.theme]
    if (this.body && this.run && segment !== undefined) {
      const material = new MeshBasicMaterial({
        color: chosen,
        transparent: true,
        opacity: 0.85,
        polygonOffset: true,
        polygonOffsetFactor: -1,
        polygonOffsetUnits: -1,
      })
      this.lit = new Mesh(segmentGeometry(this.body.geometry, this.run.mesh, segment), material)
      this.scene.add(this.lit)
    }
    if (outline && outline.length > 1) {
      this.ring = new LineSegments(
        lineGeometry(outline),
        new LineBasicMaterial({ color: chosen, depthTest: false }),
      )
      this.ring.renderOrder = 5
      this.scene.add(this.ring)
    }
    this.invalidate()
  }

  setTheme(theme: Theme): void {
    this.theme = theme
    this.sun.intensity = 2.2 * DRAWN[theme].light
    this.sky.intensity = 0.55 * DRAWN[theme].light
    if (this.run) this.setRun(this.run, this.stale)
    this.invalidate()
  }

  /** Turns the view square to a sheet, true to scale, with the body faint behind it; undefined goes back. */
  faceSheet(sheet: FacedSheet | undefined): void {
    const changes = (sheet === undefined) !== (this.sheet === undefined)
    this.sheet = sheet
    this.controls.enabled = sheet === undefined
    if (changes && this.run) this.setRun(this.run, this.stale)
    this.placeFlat()
    this.invalidate()
  }

  private placeFlat(): void {
    if (!this.sheet) return
    const { origin, x, y, centre, scale } = this.sheet
    const { width, height } = this.size()
    const [right, up] = [new Vector3(...x), new Vector3(...y)]
    const toward = right.clone().cross(up)
    const far = 1e5
    const middle = new Vector3(...origin).addScaledVector(right, centre[0]).addScaledVector(up, centre[1])
    this.flat.position.copy(middle).addScaledVector(toward, far)
    this.flat.quaternion.setFromRotationMatrix(new Matrix4().makeBasis(right, up, toward))
    this.flat.right = width / 2 / scale
    this.flat.left = -this.flat.right
    this.flat.top = height / 2 / scale
    this.flat.bottom = -this.flat.top
    this.flat.near = 1
    this.flat.far = 2 * far
    this.flat.updateProjectionMatrix()
    this.flat.updateMatrixWorld()
  }

  /** Looks at the body, or at a given box, from a standard direction, so that all of it is in view. */
  look(view: StandardView, box: CoreBox | undefined = this.boxOfBody()): void {
    if (!box) return
    this.fitted = this.body !== undefined
    const toward = new Vector3(...STANDARD_VIEWS[view]).normalize()
    const { middle, distance } = this.fit(box, toward)
    this.controls.target.copy(middle)
    this.camera.position.copy(middle).addScaledVector(toward, distance)
    this.camera.near = distance / 100
    this.camera.far = distance * 20
    this.camera.updateProjectionMatrix()
    this.controls.update()
    this.invalidate()
  }

  /** Where to look and from how far, so that all corners of a box lie inside the picture with a margin. */
  private fit(box: CoreBox, toward: Vector3): { middle: Vector3; distance: number } {
    const right = new Vector3(0, 0, 1).cross(toward).normalize()
    const up = toward.clone().cross(right)
    const middle = new Vector3(...box.min).add(new Vector3(...box.max)).multiplyScalar(0.5)
    const rise = Math.tan((LENS_DEG / 2) * (Math.PI / 180)) * FILLED
    const run = rise * this.camera.aspect
    let distance = 1
    for (let i = 0; i < 8; i++) {
      const at = (k: 0 | 1 | 2): number => ((i >> k) & 1 ? box.max[k] : box.min[k])
      const corner = new Vector3(at(0), at(1), at(2)).sub(middle)
      const near = corner.dot(toward)
      distance = Math.max(
        distance,
        near + Math.abs(corner.dot(right)) / run,
        near + Math.abs(corner.dot(up)) / rise,
      )
    }
    return { middle, distance }
  }

  private boxOfBody(): CoreBox | undefined {
    if (!this.body) return undefined
    this.body.geometry.computeBoundingBox()
    const { min, max } = this.body.geometry.boundingBox!
    return { min: min.toArray(), max: max.toArray() }
  }

  cameraState(): CameraState {
    return { eye: this.camera.position.toArray(), target: this.controls.target.toArray() }
  }

  setCamera(state: CameraState): void {
    this.fitted = true
    this.camera.position.set(...state.eye)
    this.controls.target.set(...state.target)
    const distance = this.camera.position.distanceTo(this.controls.target)
    this.camera.near = distance / 100
    this.camera.far = distance * 20
    this.camera.updateProjectionMatrix()
    this.controls.update()
    this.invalidate()
  }

  /** Turns the view by keys: degrees about the vertical and up, a factor for nearness. */
  turn(aroundDeg: number, upDeg: number, nearness: number): void {
    const offset = this.camera.position.clone().sub(this.controls.target)
    const length = offset.length() / nearness
    const around = Math.atan2(offset.y, offset.x) + (aroundDeg * Math.PI) / 180
    const up = Math.asin(offset.z / offset.length()) + (upDeg * Math.PI) / 180
    const held = Math.min(Math.max(up, -1.55), 1.55)
    offset.set(Math.cos(held) * Math.cos(around), Math.cos(held) * Math.sin(around), Math.sin(held))
    this.camera.position.copy(this.controls.target).addScaledVector(offset, length)
    this.controls.update()
    this.invalidate()
  }

  /** Whether dragging on the picture turns the view. */
  setOrbiting(on: boolean): void {
    this.controls.enabled = on
  }

  /** A point on the canvas, px from its upper left; undefined behind the eye. */
  project(p: Vec3): readonly [number, number] | undefined {
    this.camera.updateMatrixWorld()
    const v = new Vector3(...p).project(this.camera)
    if (v.z > 1) return undefined
    const { width, height } = this.size()
    return [((v.x + 1) / 2) * width, ((1 - v.y) / 2) * height]
  }

  /** How many mm one pixel is at a point. */
  pixelAt(p: Vec3): number {
    const distance = this.camera.position.distanceTo(new Vector3(...p))
    return (2 * distance * Math.tan((LENS_DEG / 2) * (Math.PI / 180))) / this.size().height
  }

  /** The line of sight through a place on the canvas. */
  rayAt(x: number, y: number): Ray {
    this.aim(x, y)
    const { origin, direction } = this.raycaster.ray
    return { origin: origin.toArray(), direction: direction.toArray() }
  }

  /** The part of the run under a place on the canvas. */
  pick(x: number, y: number): Pick | undefined {
    if (!this.body || !this.run) return undefined
    this.aim(x, y)
    const hit = this.raycaster.intersectObject(this.body, false)[0]
    if (!hit || hit.faceIndex == null) return undefined
    const tag = unpackTag(this.run.mesh.tags[hit.faceIndex]!)
    const { path } = this.run
    const point = hit.point.toArray() as unknown as Vec3
    if (tag.kind === 'start') return { station: 0, segment: 0 }
    if (tag.kind === 'end') return { station: path.length, segment: path.segments.length - 1 }
    return { station: stationNear(path, tag.segment, point), segment: tag.segment }
  }

  private aim(x: number, y: number): void {
    this.camera.updateMatrixWorld()
    const { width, height } = this.size()
    this.raycaster.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), this.camera)
  }

  private size(): { width: number; height: number } {
    const at = this.renderer.domElement
    return { width: at.clientWidth || 1, height: at.clientHeight || 1 }
  }

  private resize(): void {
    const parent = this.renderer.domElement.parentElement
    if (!parent) return
    const { clientWidth, clientHeight } = parent
    this.renderer.setSize(clientWidth, clientHeight, false)
    this.camera.aspect = Math.max(clientWidth, 1) / Math.max(clientHeight, 1)
    this.camera.updateProjectionMatrix()
    this.draw()
  }

  private invalidate(): void {
    if (this.frame !== 0 || this.disposed) return
    this.frame = requestAnimationFrame(() => {
      this.frame = 0
      this.draw()
    })
  }

  private draw(): void {
    if (this.disposed) return
    if (this.sheet) this.placeFlat()
    this.renderer.render(this.scene, this.sheet ? this.flat : this.camera)
    for (const listener of this.listeners) listener()
  }

  /** The picture as it is, as PNG, on its background. */
  async toPng(background: string): Promise<Blob> {
    this.draw()
    const from = this.renderer.domElement
    const copy = document.createElement('canvas')
    copy.width = from.width
    copy.height = from.height
    const context = copy.getContext('2d')!
    context.fillStyle = background
    context.fillRect(0, 0, copy.width, copy.height)
    context.drawImage(from, 0, 0)
    return new Promise((resolve, reject) =>
      copy.toBlob((b) => (b ? resolve(b) : reject(new Error('the picture could not be made'))), 'image/png'),
    )
  }

  dispose(): void {
    this.disposed = true
    cancelAnimationFrame(this.frame)
    this.observer.disconnect()
    this.clearBody()
    this.controls.dispose()
    this.scene.environment?.dispose()
    this.renderer.dispose()
  }
}
