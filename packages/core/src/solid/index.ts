export type { MadeSolid, SolidMesh, Solids, SolidTree } from './library.ts'
export { extrudedMesh, isFlatSide, type Extrusion, type OutlineBy } from './extrude.ts'
export {
  meshForSolids,
  meshToJoin,
  transformedBoundary,
  ROUND,
  boundaryOf,
  type Boundary,
  type SplitMesh,
} from './boundary.ts'
export { lineRoots } from './face/line-roots.ts'
export { awayFromMesh, partsBy, type SolidPart } from './parts.ts'
export { movedBoundary } from './moved-boundary.ts'
export { skinOf, type Skin } from './boolean/skin.ts'
export { trianglesNear, type Triangle, type TrianglesNear } from './measure/triangles-near.ts'
export {
  extrapolatedByRate,
  skinVolumes,
  solidSurface,
  solidVolume,
  type Extrapolated,
} from './extrapolated.ts'
export { isFlatRevolved, reachBeside, revolvedMesh, revolvedVolume, type Revolution } from './revolve.ts'
export { edgeForms, edgeCutBoundary, type EdgeCut } from './fillet/edge-cut.ts'
export type { EdgeEnd } from './fillet/edge-end.ts'
export { edgeSection, type EdgeSection, type EdgeStretch } from './fillet/edge-section.ts'
export { loftBoundary, outwardAt } from './loft/boundary.ts'
export { loftFigures, loftVolume } from './loft/volume.ts'
export {
  cornersOf,
  inwardAt,
  placeOnOutline,
  type Loft,
  type LoftEnd,
  type LoftSection,
} from './loft/surface.ts'
export { cornerForm, cornerCutBoundary } from './fillet/corner-cut.ts'
export { cornerCentre, type CornerCut } from './fillet/corner-places.ts'
export {
  besideFace,
  offsetForm,
  onFaces,
  transformedForm,
  sameForm,
  turnedOver,
  type Beside,
  type FaceForm,
  type KnownForm,
} from './face/forms.ts'
export { importedBoundary, type ImportedBoundary } from './import/facets.ts'
export { healthOf, isWhole, type MeshHealth, type MeshHole } from './import/health.ts'
export { mended } from './import/mend.ts'
export { extrudedForms, revolvedForms } from './face/made-forms.ts'
export { extrudedPatches, sweptPatches, revolvedPatches } from './exact/made-patches.ts'
export { sweptForms, type SweptFaces } from './face/swept-forms.ts'
export { nearestBetween, type Extent, type NearestPlaces } from './measure/nearest-between.ts'
export { nearestPiece, type NearestPiece, type StraightPiece } from './measure/nearest-piece.ts'
export {
  exactCutArea,
  exactFigures,
  transformedPatch,
  type CutLoop,
  type ExactFigures,
  type FacedSkin,
  type Patch,
  type SkinFace,
} from './exact/index.ts'
export type {
  Body,
  BodyFigures,
  BodyMaterial,
  ComingBody,
  Origin,
  Solid,
  Standing,
  BodyPiece,
} from './body.ts'
export {
  boundOf,
  bodyOfTree,
  finenessFor,
  isSure,
  lossFrom,
  originsOf,
  standing,
  volumeIn,
  weighed,
  type MadeBody,
  type Work,
} from './boolean/made-body.ts'
export { surfaceOf } from './measure/surface.ts'
export { endOf, isAddedTo, withLonger, middleOf } from './trim/end.ts'
export { crosserOf } from './topology/crossings.ts'
export { massAfter } from './measure/mass.ts'
export { partsOf, roughVolumeOf, sureVolumeOf, volumeOf } from './boolean/volume.ts'
export { meshOfBody, materialOf, faceOf, materialsOf, originOf } from './origins.ts'
export { facesOfBody, faceNamed, facesLike, type BodyFace } from './topology/faces.ts'
export { besideEdge } from './topology/beside-edge.ts'
export { formOfEdge } from './topology/edge-form.ts'
export {
  tipsOf,
  runsOnInto,
  thirdFaces,
  tipsAt,
  type EdgeTip,
  edgesOfFace,
  tangentChain,
} from './topology/edge-chains.ts'
export { type BodyEdge, edgesOfBody, edgeNamed, edgesLike } from './topology/edges.ts'
export { edgeWords, faceWords } from './topology/words.ts'
export { innerOf } from './shell/inner.ts'
export { movesFor } from './shell/moves.ts'
export { openingsOf } from './shell/openings.ts'
export { NO_ROOM } from './shell/section.ts'
export { isThinner } from './shell/thickness.ts'
export { type Cope, copeOf, meetsBodies, copeLine, meetsPlane, meetsRound, type End } from './trim/cope.ts'
export { filled, holesOf, hollowsOf, isHollow, withoutHoles, withSections } from './trim/hollows.ts'
export { solidWithin, type RoundForm } from './trim/form-solid.ts'
export { treeOf } from './boolean/tree.ts'
export { raisedOn } from './topology/raise.ts'
export { cutAreaOf } from './measure/cut-area.ts'
export { type Measurable, measureBetween, chainOf } from './measure/between.ts'
