import type { Vec3 } from '@flexum/core/space'
import { Matrix4, OrthographicCamera, Vector3 } from 'three'

/** A sheet that the view is turned to: its plane, the place in the middle of the picture, px per mm. */
export interface FacedSheet {
  readonly origin: Vec3
  readonly x: Vec3
  readonly y: Vec3
  readonly centre: readonly [number, number]
  readonly scale: number
}

/** How far off the sheet the eye stands, mm; what is nearer than that and on its side is seen. */
const EYE_DISTANCE = 1e5

/** The eye that looks square at a sheet, true to scale. */
export class SheetEye {
  readonly camera = new OrthographicCamera()
  sheet: FacedSheet | undefined

  /** Places the eye for a picture of so many px. */
  place(width: number, height: number): void {
    if (!this.sheet) return
    const { origin, x, y, centre, scale } = this.sheet
    const [right, up] = [new Vector3(...x), new Vector3(...y)]
    const toward = right.clone().cross(up)
    const middle = new Vector3(...origin).addScaledVector(right, centre[0]).addScaledVector(up, centre[1])
    const { camera } = this
    camera.position.copy(middle).addScaledVector(toward, EYE_DISTANCE)
    camera.quaternion.setFromRotationMatrix(new Matrix4().makeBasis(right, up, toward))
    camera.right = width / 2 / scale
    camera.left = -camera.right
    camera.top = height / 2 / scale
    camera.bottom = -camera.top
    camera.near = 1
    camera.far = 2 * EYE_DISTANCE
    camera.updateProjectionMatrix()
    camera.updateMatrixWorld()
  }
}
