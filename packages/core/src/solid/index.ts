export type { MadeSolid, SolidMesh, Solids, SolidTree } from './solids.ts'
export { extrudedMesh, isFlatSide, type Extrusion, type OutlineBy } from './extruded.ts'
export {
  meshForSolids,
  meshToJoin,
  placedShell,
  ROUND,
  shellOf,
  type Shell,
  type SplitMesh,
} from './shell.ts'
export { lineRoots } from './line-roots.ts'
export { awayFromMesh, partsBy, type SolidPart } from './parts.ts'
export { movedShell } from './moved-shell.ts'
export { skinOf, type Skin } from './skin.ts'
export { trianglesNear, type Triangle, type TrianglesNear } from './triangles-near.ts'
export { extrapolatedByRate, skinVolumes, solidSurface, solidVolume, type Extrapolated } from './measures.ts'
export { isFlatTurned, reachBeside, turnedMesh, turnedVolume, type Revolution } from './turned.ts'
export { edgeForms, edgeShell, type EdgeCut } from './edge-cut.ts'
export type { EdgeEnd } from './edge-end.ts'
export { edgeSection, type EdgeSection, type EdgeStretch } from './edge-section.ts'
export { blendShell, outwardAt } from './blended.ts'
export { blendFigures, blendVolume } from './blend-volume.ts'
export {
  cornersOf,
  inwardAt,
  placeOnOutline,
  type Blend,
  type BlendEnd,
  type BlendSection,
} from './blend-surface.ts'
export { cornerForm, cornerShell } from './corner-cut.ts'
export { cornerCentre, type CornerCut } from './corner-places.ts'
export {
  besideFace,
  offsetForm,
  onFaces,
  placedForm,
  sameForm,
  turnedOver,
  type Beside,
  type FaceForm,
  type KnownForm,
} from './forms.ts'
export { broughtShell, type BroughtShell } from './brought/facets.ts'
export { healthOf, isWhole, type MeshHealth, type MeshHole } from './brought/health.ts'
export { mended } from './brought/mend.ts'
export { extrudedForms, turnedForms } from './made-forms.ts'
export { extrudedPatches, sweptPatches, turnedPatches } from './made-patches.ts'
export { sweptForms, type SweptFaces } from './swept-forms.ts'
export { nearestBetween, type Extent, type NearestPlaces } from './nearest-between.ts'
export { nearestPiece, type NearestPiece, type StraightPiece } from './nearest-piece.ts'
export {
  exactCutArea,
  exactFigures,
  placedPatch,
  type CutLoop,
  type ExactFigures,
  type FacedSkin,
  type Patch,
  type SkinFace,
} from './exact/index.ts'
