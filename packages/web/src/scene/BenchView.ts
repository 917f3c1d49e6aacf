import { stationNear } from '@flexum/core/path'
import type { Box3 as CoreBox, CutPlane, Picked, Vec3 } from '@flexum/core/space'
import {
  Matrix4,
  NeutralToneMapping,
  OrthographicCamera,
  PCFShadowMap,
  Raycaster,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Ray } from '../bench/drag.ts'
import type { ShownBody } from '../bench/results.ts'
import type { Theme } from '../ui/theme.ts'
import { makeEnvironment } from './appearance.ts'
import { Cut } from './Cut.ts'
import { Eye, type Lens, type StandardView } from './Eye.ts'
import { Highlight } from './Highlight.ts'
import { pickedAt } from './picking.ts'
import { DrawnBody, sameDrawing } from './DrawnBody.ts'
import { Stage } from './Stage.ts'

export { STANDARD_VIEWS, type Lens, type StandardView } from './Eye.ts'

/** Where the camera stands; kept over a reload. */
export interface CameraState {
  readonly eye: Vec3
  readonly target: Vec3
  readonly lens?: Lens
}

/** What is under the pointer: a body by the step that made it; where it goes along a path, the station and the segment. */
export interface Pick {
  readonly step: string
  readonly along: { readonly station: number; readonly segment: number } | undefined
}

/** A sheet that the view is turned to: its plane, the place in the middle of the picture, px per mm. */
export interface FacedSheet {
  readonly origin: Vec3
  readonly x: Vec3
  readonly y: Vec3
  readonly centre: readonly [number, number]
  readonly scale: number
}

const NO_AREAS: readonly number[] = []
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
 * The 3D picture: bodies, their floor and shadow, what is lit up, a cut through all. Draws only when something changed.
 * All of three stays behind this class.
 */
export class BenchView {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly eye = new Eye()
  private readonly controls: OrbitControls
  private readonly stage = new Stage(this.scene)
  private readonly highlight = new Highlight(this.scene)
  private readonly raycaster = new Raycaster()
  private readonly listeners = new Set<() => void>()
  private readonly observer: ResizeObserver
  private shown: readonly ShownBody[] = []
  private bodies: DrawnBody[] = []
  private cut: Cut | undefined
  private grown: number | undefined
  private theme: Theme
  private sheet: FacedSheet | undefined
  private readonly flat = new OrthographicCamera()
  private frame = 0
  private pictures = 0
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
    this.renderer.localClippingEnabled = true
    // Keeps bright metal from burning out.
    this.renderer.toneMapping = NeutralToneMapping
    this.renderer.toneMappingExposure = 1.18
    this.renderer.shadowMap.enabled = true
    this.renderer.shadowMap.type = PCFShadowMap
    this.renderer.shadowMap.autoUpdate = false
    this.scene.environment = makeEnvironment(this.renderer)
    this.controls = new OrbitControls(this.eye.camera, canvas)
    this.controls.enableDamping = false
    this.controls.zoomToCursor = true
    this.controls.addEventListener('change', () => {
      this.eye.target.copy(this.controls.target)
      this.eye.update()
      this.invalidate()
    })
    this.setTheme(theme)
    this.look('Isometric', { min: [-100, -100, 0], max: [100, 100, 100] })
    this.fitted = false
    this.observer = new ResizeObserver(() => this.resize())
    this.observer.observe(canvas.parentElement!)
    this.resize()
  }

  /** Calls back after every drawing; gives the way to stop. */
  onDraw(listener: () => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Shows bodies, or none. The first ones are brought into view; what is shown already is not drawn again. */
  setBodies(shown: readonly ShownBody[]): void {
    const had = this.shown
    const same =
      shown.length === had.length &&
      shown.every((s, i) => sameDrawing(s, had[i]!) && s.stale === had[i]!.stale)
    if (!same) this.drawBodies(shown, this.bodies)
  }

  /** Draws bodies; those that are drawn already as they should be are kept. */
  private drawBodies(shown: readonly ShownBody[], kept: readonly DrawnBody[] = []): void {
    this.shown = shown
    this.pictures++
    const before = this.bodies
    this.bodies = shown.map((s) => {
      const presence = this.sheet ? 'behind' : s.stale ? 'stale' : 'whole'
      const same = kept.find((d) => sameDrawing(d.shown, s) && d.presence === presence)
      return same ?? new DrawnBody(s, this.theme, presence)
    })
    this.clear(before.filter((d) => !this.bodies.includes(d)))
    for (const b of this.bodies) this.scene.add(b.group)
    if (this.bodies.length > 0) {
      // Nothing but the bodies themselves is seen behind a sheet.
      if (!this.sheet) this.stage.dress(this.boxOfBodies()!, this.theme)
      if (!this.fitted) this.look('Isometric')
    }
    if (this.grown !== undefined) this.growAll()
    if (this.cut) this.setCut(this.cut.at)
    this.redraw()
  }

  /** The picture has changed, and so have its shadows. */
  private redraw(): void {
    this.renderer.shadowMap.needsUpdate = true
    this.invalidate()
  }

  private clear(gone: readonly DrawnBody[]): void {
    for (const b of gone) {
      this.scene.remove(b.group)
      b.dispose()
    }
    this.stage.clear()
    this.highlight.clear()
  }

  /** Lights up segments of the path that a step's bodies go along, and draws outlines, given as pairs of points, over all. */
  setFocus(
    step: string | undefined,
    segments: ReadonlySet<number>,
    outline: readonly Vec3[] | undefined,
  ): void {
    this.highlight.clear()
    if (segments.size > 0)
      for (const body of this.bodies.filter((b) => b.shown.step === step && b.shown.carried))
        this.highlight.light(body, segments, this.theme, this.cut?.plane)
    if (outline && outline.length > 1) this.highlight.outline(outline, this.theme)
    this.invalidate()
  }

  /** Area of each body's cut, mm2, in the order shown; none without a cut. */
  get cutAreas(): readonly number[] {
    return this.cut?.areas ?? NO_AREAS
  }

  /** Cuts through everything in a plane, or no longer. */
  setCut(at: CutPlane | undefined): void {
    if (this.cut) {
      this.scene.remove(this.cut.group)
      this.cut.dispose()
      this.cut = undefined
    }
    if (at && this.bodies.length > 0) {
      const box = this.boxOfBodies()!
      const size = Math.max(...box.max.map((v, i) => v - box.min[i]!), 1)
      this.cut = new Cut(
        this.shown.map((s) => s.body),
        at,
        this.theme,
        Math.min(size / 70, this.apartFor()),
      )
      this.scene.add(this.cut.group)
    }
    for (const b of this.bodies) b.clip(this.cut?.plane)
    this.redraw()
  }

  /** Hatching near enough that the thinnest of the sections shown has a few lines. */
  private apartFor(): number {
    const across = this.shown.flatMap((s) => (s.carried ? Math.sqrt(s.carried.strands[0]!.area) : []))
    return across.length > 0 ? Math.max(...across, 1) / 5 : Infinity
  }

  /** Draws what goes along a path up to a share of their length, 0 to 1; undefined draws them whole. */
  grow(share: number | undefined): void {
    this.grown = share
    this.growAll()
    this.redraw()
  }

  private growAll(): void {
    for (const b of this.bodies) b.grow(this.grown)
  }

  setTheme(theme: Theme): void {
    this.theme = theme
    this.stage.setTheme(theme)
    if (this.shown.length > 0) this.drawBodies(this.shown)
    this.invalidate()
  }

  /** Turns the view square to a sheet, true to scale, with the bodies faint behind it; undefined goes back. */
  faceSheet(sheet: FacedSheet | undefined): void {
    const changes = (sheet === undefined) !== (this.sheet === undefined)
    this.sheet = sheet
    this.controls.enabled = sheet === undefined
    if (changes && this.shown.length > 0) this.drawBodies(this.shown)
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

  get lens(): Lens {
    return this.eye.lens
  }

  /** Sees with another lens from the same place. */
  setLens(lens: Lens): void {
    this.eye.setLens(lens)
    this.controls.object = this.eye.camera
    this.follow()
  }

  /** The controls take over where the eye has been put. */
  private follow(): void {
    this.controls.target.copy(this.eye.target)
    this.controls.update()
    this.eye.update()
    this.invalidate()
  }

  /** Looks at the bodies, or at a given box, from a standard direction, so that all of it is in view. */
  look(view: StandardView, box: CoreBox | undefined = this.boxOfBodies()): void {
    if (!box) return
    this.fitted = this.bodies.length > 0
    this.eye.fit(box, view)
    this.follow()
  }

  /** Goes to a place and looks at as much around it. */
  flyTo(place: Vec3, size: number): void {
    this.eye.flyTo(place, size)
    this.follow()
  }

  /** The box round everything shown. */
  boxOfBodies(): CoreBox | undefined {
    const boxes = this.bodies.map((b) => b.box())
    if (boxes.length === 0) return undefined
    const over = (pick: 'min' | 'max', of: (...v: number[]) => number): Vec3 => [
      of(...boxes.map((b) => b[pick][0])),
      of(...boxes.map((b) => b[pick][1])),
      of(...boxes.map((b) => b[pick][2])),
    ]
    return { min: over('min', Math.min), max: over('max', Math.max) }
  }

  cameraState(): CameraState {
    return {
      eye: this.eye.position.toArray(),
      target: this.eye.target.toArray(),
      lens: this.eye.lens,
    }
  }

  setCamera(state: CameraState): void {
    this.fitted = true
    if (state.lens) this.setLens(state.lens)
    this.eye.place(state.eye, state.target)
    this.follow()
  }

  /** Turns the view by keys: degrees about the vertical and up, a factor for nearness. */
  turn(aroundDeg: number, upDeg: number, nearness: number): void {
    this.eye.turn(aroundDeg, upDeg, nearness)
    this.follow()
  }

  /** Moves the view across by px. */
  pan(right: number, up: number): void {
    this.eye.pan(right, up)
    this.follow()
  }

  /** Whether dragging on the picture turns the view. */
  setOrbiting(on: boolean): void {
    this.controls.enabled = on
  }

  /** A point on the canvas, px from its upper left; undefined behind the eye. */
  project(p: Vec3): readonly [number, number] | undefined {
    return this.eye.project(p)
  }

  /** How many mm one pixel is at a point. */
  pixelAt(p: Vec3): number {
    return this.eye.pixelAt(p)
  }

  /** The line of sight through a place on the canvas. */
  rayAt(x: number, y: number): Ray {
    this.eye.aim(this.raycaster, x, y)
    const { origin, direction } = this.raycaster.ray
    return { origin: origin.toArray(), direction: direction.toArray() }
  }

  private nearest(x: number, y: number) {
    this.eye.aim(this.raycaster, x, y)
    return this.bodies
      .flatMap((body) => {
        const hit = body.hit(this.raycaster, this.cut?.plane)
        return hit && hit.faceIndex != null ? [{ body, hit }] : []
      })
      .sort((a, b) => a.hit.distance - b.hit.distance)[0]
  }

  /** The body under a place on the canvas. */
  pick(x: number, y: number): Pick | undefined {
    const found = this.nearest(x, y)
    if (!found) return undefined
    const { body, hit } = found
    const { step, carried } = body.shown
    if (!carried) return { step, along: undefined }
    const tag = body.tagOf(hit)
    const { path } = carried
    if (tag.kind === 'start') return { step, along: { station: 0, segment: 0 } }
    if (tag.kind === 'end')
      return { step, along: { station: path.length, segment: path.segments.length - 1 } }
    return {
      step,
      along: { station: stationNear(path, tag.segment, body.inPlace(hit)), segment: tag.segment },
    }
  }

  /** What there is to measure from under a place on the canvas: a corner, an edge or a face. */
  pickToMeasure(x: number, y: number): Picked | undefined {
    const found = this.nearest(x, y)
    if (!found) return undefined
    const index = found.body.placeOf(found.hit)
    return pickedAt(found.body.body, index, found.hit, [x, y], (p) => this.project(p))
  }

  /** Width of the picture, px. */
  width(): number {
    return this.size().width
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
    this.eye.resize(clientWidth, clientHeight)
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
    this.renderer.render(this.scene, this.sheet ? this.flat : this.eye.camera)
    // Counted on the canvas, so that a picture of new bodies can be waited for.
    this.renderer.domElement.dataset['pictures'] = String(this.pictures)
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
    this.setCut(undefined)
    this.clear(this.bodies)
    this.controls.dispose()
    this.scene.environment?.dispose()
    this.renderer.dispose()
  }
}
