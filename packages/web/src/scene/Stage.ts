import type { Box3 as CoreBox, Vec3 } from '@flexum/core/space'
import {
  DirectionalLight,
  HemisphereLight,
  Mesh,
  PlaneGeometry,
  ShadowMaterial,
  type Object3D,
  type Scene,
} from 'three'
import type { Theme } from '../ui/theme.ts'
import { finePictures } from './quality.ts'
import { DRAWN } from './appearance.ts'
import type { Spent } from './Spent.ts'
import { floorGrid } from './floor.ts'

const SUN = 2.2
const SKY = 0.8
/** Times as much of it where metals have no room to mirror. */
const UNMIRRORED = 2.6

/** Light from above left, the floor with its grid, and the shadow on it. */
export class Stage {
  private readonly sun = new DirectionalLight('#fff4e2', SUN)
  private readonly sky = new HemisphereLight('#ffffff', '#a89a82', SKY)
  private readonly scene: Scene
  private readonly spent: Spent
  private floor: Object3D[] = []

  constructor(scene: Scene, spent: Spent) {
    this.scene = scene
    this.spent = spent
    this.sun.castShadow = true
    this.sun.shadow.mapSize.set(1024, 1024)
    this.sun.shadow.radius = 5
    scene.add(this.sun, this.sun.target, this.sky)
  }

  setTheme(theme: Theme): void {
    this.sun.intensity = SUN * DRAWN[theme].light
    this.sky.intensity = SKY * DRAWN[theme].light * (finePictures() ? 1 : UNMIRRORED)
  }

  /** Sets floor and light for what fills a box. */
  dress(box: CoreBox, theme: Theme): void {
    this.clear()
    const size = Math.max(...box.max.map((v, i) => v - box.min[i]!), 1)
    const level = box.min[2] - size * 0.004
    const middle: Vec3 = [
      (box.min[0] + box.max[0]) / 2,
      (box.min[1] + box.max[1]) / 2,
      (box.min[2] + box.max[2]) / 2,
    ]
    const drawn = DRAWN[theme]
    const ground = new Mesh(
      new PlaneGeometry(size * 8, size * 8),
      new ShadowMaterial({ opacity: drawn.shadow }),
    )
    ground.position.set(middle[0], middle[1], level)
    ground.receiveShadow = true
    this.floor = [floorGrid([middle[0], middle[1]], level, size, drawn.grid), ground]
    this.scene.add(...this.floor)
    this.light(middle, size)
  }

  /** The shadow's box just holds the bodies and what they throw on the floor. */
  private light(middle: Vec3, size: number): void {
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

  clear(): void {
    for (const o of this.floor) {
      this.scene.remove(o)
      const m = o as Mesh
      m.geometry.dispose()
      this.spent.take([m.material].flat())
    }
    this.floor = []
  }
}
