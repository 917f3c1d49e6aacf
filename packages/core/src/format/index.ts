export { bendTableCsv, nodesCsv, rowsFromText } from './csv.ts'
export { readImageHead, type ImageHead } from './image-head.ts'
export { readMesh } from './mesh-in/read.ts'
export { MOST_TRIANGLES, type ReadMesh } from './mesh-in/mesh.ts'
export { stlOf } from './stl.ts'
export { pictureOf, type Picture, type PictureLook } from './picture.ts'
export { PICTURE_LOOKS } from './picture-looks.ts'
export { readSvg, type SvgDrawing } from './svg/read.ts'
export type { SubPath } from './svg/path-data.ts'
export { sectionPicture, sectionSvg } from './svg/write.ts'
export {
  pointsOf,
  readPointTable,
  type PointColumn,
  type PointTable,
  type TablePoint,
} from './points/read.ts'
export { DELIMITERS, type DecimalMark, type Delimiter } from './points/cells.ts'
