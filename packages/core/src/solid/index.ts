export type { MadeSolid, SolidMesh, Solids, SolidTree } from './solids.ts'
