export { vec3, type Vec3 } from './vec3.ts'
export { boxSizes, boxWith, EMPTY_BOX, type Box3 } from './box.ts'
export { indexArray, meshReach, meshSurface, meshVolume, type Mesh } from './mesh.ts'
export { checkWatertight, type MeshCheck } from './watertight.ts'
export {
  IDENTITY,
  isMirroring,
  meshTransformed,
  mirrored,
  mirroredAbout,
  transformDirection,
  composed,
  transformPoint,
  shifted,
  turned,
  untransformDirection,
  untransformPoint,
  inverted,
  type AxisName,
  type Transform,
} from './transform.ts'
export { packMesh, unpackMesh, type BareMesh, type PackedMesh } from './packed.ts'
export { hatchSlice, planeSquareTo, sliceMesh, type CutPlane, type Slice } from './slice.ts'
export { segmentDistance } from './segment-distance.ts'
