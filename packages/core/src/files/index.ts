export { IMPORTS } from './imports.ts'
export { acceptOf, dropsOf, IMPORT_SORTS, type ImportId } from './import-sorts.ts'
export {
  EXPORT_IDS,
  exportOf,
  EXPORTS,
  type FileId,
  type ExportOption,
  type ExportOptions,
  type ExportKind,
} from './exports.ts'
export { exportFile, type WantedExport, type ExportedFile } from './export.ts'
export {
  DELIMITERS,
  pointsOf,
  type DecimalMark,
  type PointColumn,
  type PointTable,
  type TablePoint,
} from '../format/index.ts'
