export { bendTableCsv, nodesCsv, rowsFromText } from './csv.ts'
export { stlOf } from './stl.ts'
export { pictureOf, type Picture, type PictureLook } from './picture.ts'
