import type { Box3 as CoreBox, CutPlane, Vec3 } from '@flexum/core/space'
import type { Body, Measurable } from '@flexum/core/solid'
import type { RoomShape } from '@flexum/core/room'
import type { Ray } from '../bench/drag.ts'
import type { ShownBody } from '../bench/results.ts'
import type { Theme } from '../ui/theme.ts'
import type { BenderPart, Obstacle } from '@flexum/core/forming'
import { Bender } from './Bender.ts'
import { Cut, type CutArea } from './Cut.ts'
import { Eye, type Lens, type StandardView } from './Eye.ts'
import { Highlight } from './Highlight.ts'
import { Inside, type RoomInside } from './Inside.ts'
import { pickAlong, pickedAt, pickedEdge, type Pick } from './picking.ts'
import { DrawnBodies } from './DrawnBodies.ts'
import { makeRenderer, pngOf } from './renderer.ts'
import { RoomDrawing } from './RoomDrawing.ts'
import { SheetEye, type FacedSheet } from './SheetEye.ts'
import { Spent } from './Spent.ts'
import { Stage } from './Stage.ts'
import { Raycaster, Scene, Vector3 } from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'

export { STANDARD_VIEWS, type Lens, type StandardView } from './Eye.ts'
export type { FacedSheet } from './SheetEye.ts'
export type { Pick } from './picking.ts'

/** Where the camera stands; kept over a reload. */
export interface CameraState {
  readonly eye: Vec3
  readonly target: Vec3
  readonly lens?: Lens
}

const NO_AREAS: readonly CutArea[] = []

/** Of two places along a line of sight that are so nearly as far away as a share of that, neither lies before the other. */
const AS_NEAR = 1e-3

/**
 * The 3D picture: bodies, their floor and shadow, what is lit up, a cut through all. Draws only when something changed.
 * All of three stays behind this class.
 */
export class BenchView {
  private readonly renderer: ReturnType<typeof makeRenderer>
  private readonly scene = new Scene()
  private readonly eye = new Eye()
  private readonly controls: OrbitControls
  private readonly spent = new Spent()
  private readonly stage = new Stage(this.scene, this.spent)
  private readonly highlight = new Highlight(this.scene, this.spent)
  private readonly chosen = new Highlight(this.scene, this.spent)
  private readonly raycaster = new Raycaster()
  private readonly sheetEye = new SheetEye()
  private readonly bodies = new DrawnBodies(this.scene, this.spent)
  private readonly bender = new Bender(this.scene, this.spent)
  private readonly rooms = new RoomDrawing(this.scene, this.spent)
  private inside: Inside | undefined
  private readonly listeners = new Set<() => void>()
  private readonly observer: ResizeObserver
  private cut: Cut | undefined
  /** Where all is cut through, also while there is nothing to cut. */
  private cutAt: CutPlane | undefined
  private grown: number | undefined
  private theme: Theme
  private frame = 0
  private pictures = 0
  private fitted = false
  /** Of the picture, px; kept, as asking for it at each drawing makes the page lay itself out. */
  private extent = { width: 1, height: 1 }
  private disposed = false

  constructor(canvas: HTMLCanvasElement, theme: Theme) {
    this.theme = theme
    this.renderer = makeRenderer(canvas, this.scene)
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
    if (!this.bodies.areThese(shown)) this.drawBodies(shown)
  }

  private drawBodies(shown: readonly ShownBody[], anew = false): void {
    const behind = this.sheetEye.sheet !== undefined
    this.pictures++
    this.bodies.show(shown, this.theme, { behind, anew })
    this.stage.clear()
    this.highlight.clear()
    this.chosen.clear()
    const box = this.box()
    this.rooms.setVisible(!behind)
    if (box) {
      // Nothing but the bodies themselves is seen behind a sheet.
      if (!behind && !this.bender.shown) this.stage.dress(box, this.theme)
      if (!this.fitted) this.look('Isometric')
    }
    if (this.grown !== undefined) this.bodies.grow(this.grown)
    if (this.cutAt) this.setCut(this.cutAt)
    this.redraw()
  }

  /** Draws the rooms that what is shown stands in. */
  setRooms(rooms: readonly RoomShape[]): void {
    this.rooms.show(rooms, this.theme)
    this.drawBodies(this.bodies.shown)
  }

  /** Stands in a room with the eyes at a height, or goes out again. What is drawn there already is only stood in anew. */
  lookIn(room: RoomInside | undefined, level = 0): void {
    if (this.inside && room) {
      this.inside.setRoom(room)
      this.inside.setLevel(level)
    } else {
      this.inside?.leave()
      this.inside = room && new Inside(this.eye, room, level)
      this.controls.object = this.eye.camera
      if (!room) this.controls.target.copy(this.eye.target)
    }
    this.controls.enabled = room === undefined && this.sheetEye.sheet === undefined
    if (!room) this.controls.update()
    this.invalidate()
  }

  /** Gives the keys to the picture. */
  focus(): void {
    this.renderer.domElement.focus()
  }

  /** Where one stands in the room that is looked into. */
  get standing(): Inside['place'] | undefined {
    return this.inside?.place
  }

  /** Moves in the room that is looked into: turns the head, drags the picture, walks by strides, or goes to a place. */
  moveInside(move: (inside: Inside) => void): void {
    if (!this.inside) return
    move(this.inside)
    this.invalidate()
  }

  /** The box round the bodies and the rooms. */
  private box(): CoreBox | undefined {
    const [bodies, rooms] = [this.bodies.box(), this.rooms.box()]
    if (!bodies || !rooms) return bodies ?? rooms
    return {
      min: bodies.min.map((v, i) => Math.min(v, rooms.min[i]!)) as unknown as Vec3,
      max: bodies.max.map((v, i) => Math.max(v, rooms.max[i]!)) as unknown as Vec3,
    }
  }

  /** Draws a bender about what is shown, those of its parts struck that are run into; undefined draws none. On its floor nothing stands. */
  setBender(parts: readonly Obstacle[] | undefined, hit: ReadonlySet<BenderPart>): void {
    if (parts) this.bender.show(parts, hit, this.theme)
    else this.bender.clear()
    this.redraw()
  }

  /** The picture has changed, and so have its shadows. */
  private redraw(): void {
    this.renderer.shadowMap.needsUpdate = true
    this.invalidate()
  }

  /** Lights up segments of the path that a step's bodies go along, and draws outlines, given as pairs of points, over all. */
  setFocus(
    step: string | undefined,
    segments: ReadonlySet<number>,
    outline: readonly Vec3[] | undefined,
  ): void {
    this.highlight.clear()
    if (segments.size > 0 && step !== undefined)
      for (const body of this.bodies.drawn.filter((b) => b.shown.runs.has(step)))
        this.highlight.light(body, step, segments, this.theme, this.cut?.plane)
    if (outline && outline.length > 1) this.highlight.outline(outline, this.theme)
    this.invalidate()
  }

  /** Lights up faces of bodies, by their numbers, and edges as chains of places, over all. */
  setChosen(
    faces: readonly { readonly body: Body; readonly face: number }[],
    edges: readonly (readonly Vec3[])[],
  ): void {
    this.chosen.clear()
    for (const { body, face } of faces) {
      const drawn = this.bodies.drawn.find((d) => d.body === body)
      if (drawn) this.chosen.face(drawn, face, this.theme, this.cut?.plane)
    }
    const pairs = edges.flatMap((e) => e.slice(1).flatMap((p, i) => [e[i]!, p]))
    if (pairs.length > 0) this.chosen.outline(pairs, this.theme, true)
    this.invalidate()
  }

  /** The face under a place on the canvas: of which body, by its number. */
  pickFace(x: number, y: number): { readonly shown: ShownBody; readonly face: number } | undefined {
    const found = this.nearest(x, y)
    return found && { shown: found.body.shown, face: found.body.faceNumber(found.hit) }
  }

  /** The edge within reach of a place on the canvas: of which body, by its number. */
  pickEdge(x: number, y: number): { readonly shown: ShownBody; readonly edge: number } | undefined {
    const near = this.nearest(x, y)
    return pickedEdge(
      this.bodies.drawn.map((d) => d.shown),
      near && { body: near.body.shown, at: near.hit.point.toArray() as unknown as Vec3 },
      [x, y],
      (p) => this.project(p),
    )
  }

  /** Area of each body's cut, mm2, in the order shown; none without a cut. */
  get cutAreas(): readonly CutArea[] {
    return this.cut?.areas ?? NO_AREAS
  }

  /** Cuts through everything in a plane, or no longer. */
  setCut(at: CutPlane | undefined): void {
    this.cutAt = at
    if (this.cut) {
      this.scene.remove(this.cut.group)
      this.cut.dispose(this.spent)
      this.cut = undefined
    }
    const box = this.bodies.box()
    if (at && box) {
      const size = Math.max(...box.max.map((v, i) => v - box.min[i]!), 1)
      this.cut = new Cut(
        this.bodies.shown.map((s) => s.body),
        at,
        this.theme,
        Math.min(size / 70, this.apartFor()),
      )
      this.scene.add(this.cut.group)
    }
    this.bodies.clip(this.cut?.plane)
    this.redraw()
  }

  /** Hatching near enough that the thinnest of the sections shown has a few lines. */
  private apartFor(): number {
    const across = this.bodies.shown.flatMap((s) => (s.carried ? Math.sqrt(s.carried.strands[0]!.area) : []))
    return across.length > 0 ? Math.max(...across, 1) / 5 : Infinity
  }

  /** Draws what goes along a path up to a share of their length, 0 to 1; undefined draws them whole. */
  grow(share: number | undefined): void {
    this.grown = share
    this.bodies.grow(share)
    this.redraw()
  }

  setTheme(theme: Theme): void {
    this.theme = theme
    this.stage.setTheme(theme)
    this.rooms.setTheme(theme)
    this.redrawBodies()
    this.invalidate()
  }

  private redrawBodies(): void {
    if (this.bodies.shown.length > 0 || this.rooms.box()) this.drawBodies(this.bodies.shown, true)
  }

  /** Turns the view square to a sheet, true to scale, with the bodies faint behind it; undefined goes back. */
  faceSheet(sheet: FacedSheet | undefined): void {
    const changes = (sheet === undefined) !== (this.sheetEye.sheet === undefined)
    this.sheetEye.sheet = sheet
    this.controls.enabled = sheet === undefined && !this.inside
    if (changes) this.redrawBodies()
    this.invalidate()
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
  look(view: StandardView, box: CoreBox | undefined = this.box()): void {
    if (!box) return
    if (this.inside) this.lookIn(undefined)
    this.fitted = this.bodies.drawn.length > 0 || this.rooms.box() !== undefined
    this.eye.fit(box, view)
    this.follow()
  }

  /** Brings all into view with the next bodies, as another shape may come of what was put in. */
  lookAtNext(): void {
    this.fitted = false
  }

  /** Goes to a place and looks at as much around it. */
  flyTo(place: Vec3, size: number): void {
    this.eye.flyTo(place, size)
    this.follow()
  }

  /** The box round everything shown. */
  boxOfBodies(): CoreBox | undefined {
    return this.bodies.box()
  }

  cameraState(): CameraState {
    if (this.inside) return this.inside.before
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
    if (this.inside) {
      // The same keys turn the head and walk.
      const forward = Math.sign(upDeg) + Math.sign(nearness - 1)
      return this.moveInside((i) => {
        i.turn(aroundDeg, 0)
        if (forward !== 0) i.walk(forward, 0)
      })
    }
    this.eye.turn(aroundDeg, upDeg, nearness)
    this.follow()
  }

  /** Moves the view across by px. */
  pan(right: number, up: number): void {
    if (this.inside)
      return this.moveInside((i) => {
        i.walk(0, Math.sign(right))
        i.turn(0, 8 * Math.sign(up))
      })
    this.eye.pan(right, up)
    this.follow()
  }

  /** Whether dragging on the picture turns the view. */
  setOrbiting(on: boolean): void {
    this.controls.enabled = on && !this.inside
  }

  /** A point on the canvas, px from its upper left; undefined behind the eye. */
  project(p: Vec3): readonly [number, number] | undefined {
    return this.eye.project(p)
  }

  /** Where the eye is. */
  eyePlace(): Vec3 {
    return this.eye.position.toArray() as unknown as Vec3
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
    return this.bodies.nearest(this.raycaster, this.cut?.plane)
  }

  /** The body under a place on the canvas. */
  pick(x: number, y: number): Pick | undefined {
    const found = this.nearest(x, y)
    return found && pickAlong(found)
  }

  /** What there is to measure from under a place on the canvas: a corner, an edge or a face. */
  pickToMeasure(x: number, y: number): Measurable | undefined {
    const found = this.nearest(x, y)
    const at = found?.hit.point.toArray() as unknown as Vec3
    const under = found && { body: found.body.body, face: found.body.faceNumber(found.hit), at }
    const bodies = found ? [found.body.body] : this.bodies.drawn.map((d) => d.body)
    return pickedAt(bodies, under, {
      pointer: [x, y],
      project: (p) => this.project(p),
      isSeen: (p) => this.isSeen(p),
    })
  }

  /** Whether nothing lies before a place, but for what is as near as the picture can tell. */
  private isSeen(at: Vec3): boolean {
    const seen = this.project(at)
    const found = seen && this.nearest(seen[0], seen[1])
    if (!found) return true
    const { origin, direction } = this.raycaster.ray
    const away = new Vector3(...at).sub(origin).dot(direction)
    return found.hit.distance >= away * (1 - AS_NEAR) - found.body.body.chordError
  }

  /** Width of the picture, px. */
  width(): number {
    return this.size().width
  }

  private size(): { width: number; height: number } {
    return this.extent
  }

  private resize(): void {
    const parent = this.renderer.domElement.parentElement
    if (!parent) return
    const { clientWidth, clientHeight } = parent
    this.extent = { width: clientWidth || 1, height: clientHeight || 1 }
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
    const { sheet, camera } = this.sheetEye
    if (sheet) this.sheetEye.place(this.width(), this.size().height)
    this.renderer.render(this.scene, sheet ? camera : this.eye.camera)
    // Counted on the canvas, so that a picture of new bodies can be waited for.
    this.renderer.domElement.dataset['pictures'] = String(this.pictures)
    this.spent.letGo()
    for (const listener of this.listeners) listener()
  }

  /** The picture as it is, as PNG, on its background. */
  async toPng(background: string): Promise<Blob> {
    this.draw()
    return pngOf(this.renderer.domElement, background)
  }

  dispose(): void {
    this.disposed = true
    cancelAnimationFrame(this.frame)
    this.observer.disconnect()
    this.setCut(undefined)
    this.bodies.dispose()
    this.bender.clear()
    this.rooms.clear()
    this.stage.clear()
    this.highlight.clear()
    this.chosen.clear()
    this.spent.letGo()
    this.controls.dispose()
    this.scene.environment?.dispose()
    this.renderer.dispose()
  }
}
