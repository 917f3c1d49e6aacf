export { FILES_IN } from './in.ts'
export { acceptOf, dropsOf, SORTS_IN, type FileInId } from './sorts.ts'
export {
  FILE_IDS,
  fileOut,
  FILES_OUT,
  type FileId,
  type FileOption,
  type FileOptions,
  type FileOut,
} from './out.ts'
export { takeOut, type FileWanted, type MadeFile } from './take-out.ts'
export {
  DELIMITERS,
  pointsOf,
  type DecimalMark,
  type PointColumn,
  type PointTable,
  type TablePoint,
} from '../format/index.ts'
