export {
  bodyOfTree,
  boundOf,
  finenessFor,
  lossFrom,
  originsOf,
  standing,
  volumeIn,
  weighed,
  type MadeBody,
  type Work,
} from './solid-body.ts'
export { surfaceOf } from './surface.ts'
export { cutAreaOf } from './cut-area.ts'
export { massAfter } from './mass.ts'
export { roughVolumeOf, volumeOf } from './volume.ts'
export { faceNamed, facesLike, facesOfBody, type BodyFace, type BodyFaces, type FaceName } from './faces.ts'
export { edgeNamed, edgesLike, edgesOfBody, type BodyEdge, type EdgeName } from './edges.ts'
export { besideEdge } from './beside-edge.ts'
export { formOfEdge, type EdgeForm } from './edge-form.ts'
export { edgeWords, faceWords } from './words.ts'
export {
  copeLine,
  copeOf,
  meetsBodies,
  meetsPlane,
  meetsRound,
  type Cope,
  type End,
  type Meets,
} from './cope.ts'
export { solidWithin, type RoundForm } from './form-solid.ts'
export { filled, holesOf, hollowsOf, isHollow, withoutHoles, withSections } from './hollows.ts'
export type { Leaf, LeafSolid, PlacedLeaf } from './leaf.ts'
export { imageBy, spaceBefore, treeOf } from './tree.ts'
export {
  edgesOfFace,
  runsOnInto,
  tangentChain,
  thirdFaces,
  tipsAt,
  tipsOf,
  type EdgeTip,
} from './edge-chains.ts'
export { raisedOn } from './raise.ts'
export { formsOfLeaf, leavesOf } from './leaves.ts'
