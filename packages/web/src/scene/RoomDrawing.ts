import type { RoomShape } from '@flexum/core/room'
import type { Box3, Vec3 } from '@flexum/core/space'
import type { Theme } from '../ui/theme.ts'
import { DRAWN } from './appearance.ts'
import type { Spent } from './Spent.ts'
import {
  BufferAttribute,
  BufferGeometry,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshStandardMaterial,
  type Scene,
} from 'three'

const WALL: Readonly<Record<Theme, string>> = { 'flexum-day': '#efe9db', 'flexum-night': '#4d5350' }
const FLOOR: Readonly<Record<Theme, string>> = { 'flexum-day': '#d9cfba', 'flexum-night': '#3b403e' }

/** Rooms about what is shown: walls whose face is seen from the room only, so that the near ones are looked through from without. */
export class RoomDrawing {
  private readonly scene: Scene
  private readonly spent: Spent
  private group: Group | undefined
  private geometries: BufferGeometry[] = []
  private materials: (MeshStandardMaterial | LineBasicMaterial)[] = []
  private rooms: readonly RoomShape[] = []

  constructor(scene: Scene, spent: Spent) {
    this.scene = scene
    this.spent = spent
  }

  show(rooms: readonly RoomShape[], theme: Theme): void {
    this.clear()
    this.rooms = rooms
    if (rooms.length === 0) return
    const group = new Group()
    const solid = (places: readonly Vec3[], color: string): void => {
      const geometry = geometryOf(places)
      geometry.computeVertexNormals()
      const material = new MeshStandardMaterial({
        color,
        roughness: 1,
        metalness: 0,
        side: FrontSide,
        // What lies on a wall is seen before it.
        polygonOffset: true,
        polygonOffsetFactor: 2,
        polygonOffsetUnits: 2,
      })
      const mesh = new Mesh(geometry, material)
      mesh.receiveShadow = true
      group.add(mesh)
      this.geometries.push(geometry)
      this.materials.push(material)
    }
    for (const { panels, floor, ceiling, lines } of rooms) {
      solid(
        panels.flatMap(({ corners: [a, b, c, d] }) => [a, b, c, a, c, d]),
        WALL[theme],
      )
      solid(floor.flat(), FLOOR[theme])
      solid(ceiling.flat(), WALL[theme])
      const edges = geometryOf(lines.flat())
      const line = new LineBasicMaterial({ color: DRAWN[theme].line, transparent: true, opacity: 0.45 })
      group.add(new LineSegments(edges, line))
      this.geometries.push(edges)
      this.materials.push(line)
    }
    this.group = group
    this.scene.add(group)
  }

  setTheme(theme: Theme): void {
    this.show(this.rooms, theme)
  }

  /** Nothing of it is seen while a sheet stands before all. */
  setVisible(visible: boolean): void {
    if (this.group) this.group.visible = visible
  }

  /** The box round all rooms; undefined without any. */
  box(): Box3 | undefined {
    const places = this.rooms.flatMap((r) => r.panels.flatMap((p) => p.corners))
    if (places.length === 0) return undefined
    const over = (of: (...v: number[]) => number, k: 0 | 1 | 2): number =>
      places.reduce((v, p) => of(v, p[k]), places[0]![k])
    return {
      min: [over(Math.min, 0), over(Math.min, 1), over(Math.min, 2)],
      max: [over(Math.max, 0), over(Math.max, 1), over(Math.max, 2)],
    }
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

function geometryOf(places: readonly Vec3[]): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(new Float32Array(places.flat()), 3))
  return g
}
