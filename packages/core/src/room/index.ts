export {
  type Opening,
  openingsAt,
  type LineAlong,
  type Room,
  intoRoom,
  lineAlongWalls,
  lineRoundOpening,
  type WallPlace,
} from './room.ts'
export { bowOfRadius, wallLine, type Wall } from './walls.ts'
export {
  roomOutline,
  roomShape,
  standInRoom,
  type RoomShape,
  walked,
  seenFrom,
  type WallPanel,
} from './shape.ts'
