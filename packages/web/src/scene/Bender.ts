import type { BenderPart, BenderShape, Obstacle } from '@flexum/core/forming'
import {
  BoxGeometry,
  CylinderGeometry,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshStandardMaterial,
  Vector3,
  type BufferGeometry,
  type Scene,
} from 'three'
import type { Theme } from '../ui/theme.ts'
import { DRAWN } from './appearance.ts'
import type { Spent } from './Spent.ts'

const PLAIN = '#7d9389'
const HIT = '#b0254f'
const OPACITY = 0.42

/** A bender about the bar: blocks and a disc that can be seen through; what the bar runs into in another colour and with thicker lines. */
export class Bender {
  private readonly scene: Scene
  private readonly spent: Spent
  private group: Group | undefined
  private geometries: BufferGeometry[] = []
  private materials: (MeshStandardMaterial | LineBasicMaterial)[] = []

  constructor(scene: Scene, spent: Spent) {
    this.scene = scene
    this.spent = spent
  }

  show(parts: readonly Obstacle[], hit: ReadonlySet<BenderPart>, theme: Theme): void {
    this.clear()
    const group = new Group()
    for (const { part, shape } of parts) {
      const made = geometryOf(shape)
      if (!made) continue
      const struck = hit.has(part)
      const material = new MeshStandardMaterial({
        color: struck ? HIT : PLAIN,
        transparent: true,
        opacity: OPACITY,
        depthWrite: false,
        roughness: 0.8,
      })
      const edges = new EdgesGeometry(made.geometry, 40)
      const line = new LineBasicMaterial({
        color: struck ? HIT : DRAWN[theme].line,
        transparent: true,
        opacity: struck ? 1 : 0.55,
      })
      for (const object of [new Mesh(made.geometry, material), new LineSegments(edges, line)]) {
        object.matrixAutoUpdate = false
        object.matrix.copy(made.matrix)
        group.add(object)
      }
      this.geometries.push(made.geometry, edges)
      this.materials.push(material, line)
    }
    this.group = group
    this.scene.add(group)
  }

  get shown(): boolean {
    return this.group !== undefined
  }

  clear(): void {
    if (!this.group) return
    this.scene.remove(this.group)
    for (const g of this.geometries) g.dispose()
    this.spent.take(this.materials)
    this.geometries = []
    this.materials = []
    this.group = undefined
  }
}

function geometryOf(
  shape: BenderShape,
): { readonly geometry: BufferGeometry; readonly matrix: Matrix4 } | undefined {
  if (shape.kind === 'below') return undefined
  const matrix = new Matrix4()
  if (shape.kind === 'disc') {
    const geometry = new CylinderGeometry(shape.radius, shape.radius, shape.height, 64)
    matrix.makeRotationX(Math.PI / 2).setPosition(...shape.centre)
    return { geometry, matrix }
  }
  const [x, y, z] = shape.axes.map((a) => new Vector3(...a)) as [Vector3, Vector3, Vector3]
  matrix.makeBasis(x, y, z).setPosition(...shape.centre)
  return { geometry: new BoxGeometry(2 * shape.half[0], 2 * shape.half[1], 2 * shape.half[2]), matrix }
}
