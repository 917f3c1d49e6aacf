export type { MadeSolid, SolidMesh, Solids, SolidTree } from './boolean/library.ts'
export { extrudedMesh, isFlatSide, type Extrusion, type OutlineBy } from './extrude.ts'
export {
  meshForSolids,
  meshToJoin,
  placedShell,
  ROUND,
  shellOf,
  type Shell,
  type SplitMesh,
} from './boolean/boundary.ts'
export { lineRoots } from './face/line-roots.ts'
export { awayFromMesh, partsBy, type SolidPart } from './boolean/parts.ts'
export { movedShell } from './shell/moved-mesh.ts'
export { skinOf, type Skin } from './boolean/skin.ts'
export { trianglesNear, type Triangle, type TrianglesNear } from './measure/triangles-near.ts'
export {
  extrapolatedByRate,
  skinVolumes,
  solidSurface,
  solidVolume,
  type Extrapolated,
} from './measure/extrapolated.ts'
export { isFlatTurned, reachBeside, turnedMesh, turnedVolume, type Revolution } from './revolve.ts'
export { edgeForms, edgeShell, type EdgeCut } from './fillet/edge-cut.ts'
export type { EdgeEnd } from './fillet/edge-end.ts'
export { edgeSection, type EdgeSection, type EdgeStretch } from './fillet/edge-section.ts'
export { blendShell, outwardAt } from './loft/boundary.ts'
export { blendFigures, blendVolume } from './loft/volume.ts'
export {
  cornersOf,
  inwardAt,
  placeOnOutline,
  type Blend,
  type BlendEnd,
  type BlendSection,
} from './loft/surface.ts'
export { cornerForm, cornerShell } from './fillet/corner-cut.ts'
export { cornerCentre, type CornerCut } from './fillet/corner-places.ts'
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
} from './face/forms.ts'
export { broughtShell, type BroughtShell } from './import/facets.ts'
export { healthOf, isWhole, type MeshHealth, type MeshHole } from './import/health.ts'
export { mended } from './import/mend.ts'
export { extrudedForms, turnedForms } from './face/made-forms.ts'
export { extrudedPatches, sweptPatches, turnedPatches } from './face/made-patches.ts'
export { sweptForms, type SweptFaces } from './face/swept-forms.ts'
export { nearestBetween, type Extent, type NearestPlaces } from './measure/nearest-between.ts'
export { nearestPiece, type NearestPiece, type StraightPiece } from './measure/nearest-piece.ts'
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
export { endOf, isPutTo, withLonger, middleOf } from './trim/end.ts'
export { crosserOf } from './face/crossings.ts'
export { massAfter } from './measure/mass.ts'
export { partsOf, roughVolumeOf, sureVolumeOf, volumeOf } from './measure/volume.ts'
export { meshOfBody, materialOf, faceOf, materialsOf, originOf } from './origins.ts'
export { facesOfBody, faceNamed, facesLike, type BodyFace } from './face/faces.ts'
export { besideEdge } from './face/beside-edge.ts'
export { formOfEdge } from './face/edge-form.ts'
export {
  tipsOf,
  runsOnInto,
  thirdFaces,
  tipsAt,
  type EdgeTip,
  edgesOfFace,
  tangentChain,
} from './face/edge-chains.ts'
export { type BodyEdge, edgesOfBody, edgeNamed, edgesLike } from './face/edges.ts'
export { edgeWords, faceWords } from './face/words.ts'
export { innerOf } from './shell/inner.ts'
export { movesFor } from './shell/moves.ts'
export { openingsOf } from './shell/openings.ts'
export { NO_ROOM } from './shell/section.ts'
export { isThinner } from './shell/thickness.ts'
export { type Cope, copeOf, meetsBodies, copeLine, meetsPlane, meetsRound, type End } from './trim/cope.ts'
export { filled, holesOf, hollowsOf, isHollow, withoutHoles, withSections } from './trim/hollows.ts'
export { solidWithin, type RoundForm } from './trim/form-solid.ts'
export { treeOf } from './boolean/tree.ts'
export { raisedOn } from './push/raise.ts'
export { cutAreaOf } from './measure/cut-area.ts'
export { type Measurable, measureBetween, chainOf } from './measure/between.ts'
