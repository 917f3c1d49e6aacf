/** The shapes, with the names of their sizes in the order they are asked for. */
export const STOCK_SIZES = {
  'round-bar': ['diameter'],
  tube: ['diameter', 'wall'],
  'square-bar': ['side', 'corner'],
  'rectangular-bar': ['width', 'height', 'corner'],
  flat: ['width', 'thickness'],
  hexagon: ['flats'],
  cable: ['wire', 'layers'],
  'square-tube': ['side', 'wall', 'corner'],
  'rectangular-tube': ['width', 'height', 'wall', 'corner'],
  angle: ['width', 'height', 'thickness', 'root'],
  channel: ['width', 'height', 'web', 'flange', 'root'],
  tee: ['width', 'height', 'web', 'flange', 'root'],
  'half-round': ['diameter'],
  'quarter-round': ['radius'],
  cove: ['radius', 'edge'],
  bead: ['width', 'height'],
  ovolo: ['radius', 'edge'],
  ogee: ['radius', 'edge'],
  skirting: ['height', 'thickness', 'round'],
  cornice: ['face', 'thickness', 'spring'],
} as const

/** Bars and sheet sections, and mouldings: the two groups they are offered in. */
export const MOULDINGS: ReadonlySet<StockShape> = new Set([
  'quarter-round',
  'cove',
  'bead',
  'ovolo',
  'ogee',
  'skirting',
  'cornice',
])

/** Shapes that have a wall by themselves. */
export const HOLLOW_SHAPES: ReadonlySet<StockShape> = new Set(['tube', 'square-tube', 'rectangular-tube'])

export type StockShape = keyof typeof STOCK_SIZES
