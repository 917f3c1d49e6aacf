import type { Box3, Vec3 } from '@flexum/core/space'
import type { Intersection, Plane, Raycaster, Scene } from 'three'
import type { ShownBody } from '../bench/results.ts'
import type { Theme } from '../ui/theme.ts'
import { DrawnBody, sameDrawing } from './DrawnBody.ts'
import type { Spent } from './Spent.ts'

/** Where a line of sight meets a body first. */
export interface BodyHit {
  readonly body: DrawnBody
  readonly hit: Intersection
}

/** The bodies in a scene: those that are drawn already as they should be are kept when others come and go. */
export class DrawnBodies {
  private readonly scene: Scene
  private readonly spent: Spent
  private list: readonly DrawnBody[] = []
  /** What was last asked to be shown. */
  shown: readonly ShownBody[] = []

  constructor(scene: Scene, spent: Spent) {
    this.scene = scene
    this.spent = spent
  }

  get drawn(): readonly DrawnBody[] {
    return this.list
  }

  /** Whether what is asked to be shown is what is shown. */
  areThese(shown: readonly ShownBody[]): boolean {
    const had = this.shown
    return (
      shown.length === had.length &&
      shown.every((s, i) => sameDrawing(s, had[i]!) && s.stale === had[i]!.stale)
    )
  }

  /** Shows bodies, faint where a sheet stands before them; `anew` draws all of them, in new colours. */
  show(shown: readonly ShownBody[], theme: Theme, { behind = false, anew = false } = {}): void {
    const before = this.list
    this.shown = shown
    this.list = shown.map((s) => {
      const presence = behind ? 'behind' : s.stale ? 'stale' : 'whole'
      const same = anew ? undefined : before.find((d) => sameDrawing(d.shown, s) && d.presence === presence)
      return same ?? new DrawnBody(s, theme, presence)
    })
    this.takeAway(before.filter((d) => !this.list.includes(d)))
    for (const { group } of this.list) this.scene.add(group)
  }

  private takeAway(gone: readonly DrawnBody[]): void {
    for (const b of gone) {
      this.scene.remove(b.group)
      b.dispose(this.spent)
    }
  }

  /** The box round all of them; undefined with none. */
  box(): Box3 | undefined {
    const boxes = this.list.map((b) => b.box())
    if (boxes.length === 0) return undefined
    const over = (pick: 'min' | 'max', of: (...v: number[]) => number): Vec3 => [
      of(...boxes.map((b) => b[pick][0])),
      of(...boxes.map((b) => b[pick][1])),
      of(...boxes.map((b) => b[pick][2])),
    ]
    return { min: over('min', Math.min), max: over('max', Math.max) }
  }

  /** Draws what goes along a path up to a share of their length, 0 to 1; undefined draws them whole. */
  grow(share: number | undefined): void {
    for (const b of this.list) b.grow(share)
  }

  clip(plane: Plane | undefined): void {
    for (const b of this.list) b.clip(plane)
  }

  /** The nearest place that a line of sight meets, not counting what is cut away. */
  nearest(ray: Raycaster, cut: Plane | undefined): BodyHit | undefined {
    return this.list
      .flatMap((body) => {
        const hit = body.hit(ray, cut)
        return hit && hit.faceIndex != null ? [{ body, hit }] : []
      })
      .sort((a, b) => a.hit.distance - b.hit.distance)[0]
  }

  dispose(): void {
    this.takeAway(this.list)
    this.list = []
  }
}
