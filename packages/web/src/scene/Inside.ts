import { walked } from '@flexum/core/room'
import type { Vec3 } from '@flexum/core/space'
import type { Eye, Lens } from './Eye.ts'
import { MathUtils } from 'three'

/** A room that is looked into. */
export interface RoomInside {
  readonly outline: readonly Vec3[]
  readonly height: number
  /** Where one begins to stand, and to look to, rad from +X. */
  readonly stand: { readonly at: readonly [number, number]; readonly heading: number }
}

/** Wide enough to see two walls and their corner. */
const WIDE: Lens = { parallel: false, angleDeg: 72 }
/** A stride, mm, and what a notch of the wheel and a pixel of dragging come to. */
const STRIDE = 250
const DEG_PER_PX = 0.22
/** How far one looks up and down, degrees. */
const STEEPEST = 80
/** Somebody's eyes are at most this near to the ceiling, as a share of the room's height. */
const HIGHEST = 0.95

/** Standing in a room: looking round, up and down, and walking within its walls. */
export class Inside {
  private readonly eye: Eye
  /** Where one looked from before. */
  readonly before: { readonly eye: Vec3; readonly target: Vec3; readonly lens: Lens }
  private at: readonly [number, number]
  private headingDeg: number
  private upDeg = 0
  private level: number
  room: RoomInside

  constructor(eye: Eye, room: RoomInside, level: number) {
    this.eye = eye
    this.room = room
    this.before = {
      eye: eye.position.toArray() as unknown as Vec3,
      target: eye.target.toArray() as unknown as Vec3,
      lens: eye.lens,
    }
    this.at = room.stand.at
    this.headingDeg = MathUtils.radToDeg(room.stand.heading)
    this.level = level
    eye.setLens(WIDE)
    this.put()
  }

  /** The room has changed: one stands in it where that is possible, or where one begins. */
  setRoom(room: RoomInside): void {
    this.room = room
    const { at } = room.stand
    const [x, y] = walked(room.outline, at, [this.at[0] - at[0], this.at[1] - at[1]])
    this.at = [x, y]
    this.put()
  }

  get place(): { readonly at: readonly [number, number]; readonly headingDeg: number } {
    return { at: this.at, headingDeg: this.headingDeg }
  }

  setLevel(level: number): void {
    this.level = level
    this.put()
  }

  /** Goes to a place, as far as walls allow. */
  goTo([x, y]: readonly [number, number]): void {
    this.at = walked(this.room.outline, this.at, [x - this.at[0], y - this.at[1]])
    this.put()
  }

  /** Turns the head by degrees: to the right, and up. */
  turn(rightDeg: number, upDeg: number): void {
    this.headingDeg = (this.headingDeg - rightDeg) % 360
    this.upDeg = Math.min(Math.max(this.upDeg + upDeg, -STEEPEST), STEEPEST)
    this.put()
  }

  /** The picture was dragged: what is seen goes with the pointer. */
  drag(dx: number, dy: number): void {
    this.turn(-dx * DEG_PER_PX, dy * DEG_PER_PX)
  }

  /** Walks by strides forward and to the right. */
  walk(forward: number, right: number): void {
    const a = MathUtils.degToRad(this.headingDeg)
    const [c, s] = [Math.cos(a) * STRIDE, Math.sin(a) * STRIDE]
    this.at = walked(this.room.outline, this.at, [forward * c + right * s, forward * s - right * c])
    this.put()
  }

  private put(): void {
    const [a, up] = [MathUtils.degToRad(this.headingDeg), MathUtils.degToRad(this.upDeg)]
    const eye: Vec3 = [...this.at, Math.min(this.level, this.room.height * HIGHEST)]
    // What is looked at lies as far as decides how near and how far is drawn.
    const far = Math.max(1000, this.room.height)
    const target: Vec3 = [
      eye[0] + far * Math.cos(up) * Math.cos(a),
      eye[1] + far * Math.cos(up) * Math.sin(a),
      eye[2] + far * Math.sin(up),
    ]
    this.eye.place(eye, target)
  }

  /** Goes out again, to where one looked from before. */
  leave(): void {
    this.eye.setLens(this.before.lens)
    this.eye.place(this.before.eye, this.before.target)
  }
}
