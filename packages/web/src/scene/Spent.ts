import type { Material } from 'three'

/**
 * Materials that went out of use. They are let go after the next picture: what takes their place then finds the programs they
 * were drawn with, which would otherwise be made anew with every body that comes while something is dragged.
 */
export class Spent {
  private waiting: Material[] = []

  take(materials: readonly Material[]): void {
    this.waiting.push(...materials)
  }

  /** Lets go of all of them: after a picture, or when no more will come. */
  letGo(): void {
    for (const m of this.waiting) m.dispose()
    this.waiting = []
  }
}
