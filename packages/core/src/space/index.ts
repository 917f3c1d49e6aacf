export { vec3, type Vec3 } from './vec3.ts'
export { boxSizes, boxWith, EMPTY_BOX, type Box3 } from './box.ts'
export { indexArray, meshReach, meshSurface, meshVolume, type Mesh } from './mesh.ts'
export { checkWatertight, type MeshCheck } from './watertight.ts'
export {
  IN_PLACE,
  isMirroring,
  meshPlaced,
  mirrored,
  placeDirection,
  placedThen,
  placePoint,
  shifted,
  turned,
  unplacedDirection,
  unplacedPoint,
  type AxisName,
  type Placement,
} from './placement.ts'
export { hatchSlice, planeSquareTo, sliceMesh, type CutPlane, type Slice } from './slice.ts'
export { measureBetween, type Measured, type Picked } from './measure.ts'
