import type { Look, StockShape } from '@flexum/core/profile'

/** Made-up materials with round numbers: density kg/m3, price per kg. */
export const DEMO_MATERIALS: readonly {
  id: string
  name: string
  density: number
  look: Look
  price: number
}[] = [
  { id: 'mild-steel', name: 'Mild steel', density: 7850, look: 'steel', price: 2 },
  { id: 'stainless', name: 'Stainless steel', density: 7900, look: 'stainless', price: 6 },
  { id: 'aluminium', name: 'Aluminium', density: 2700, look: 'aluminium', price: 5 },
  { id: 'copper', name: 'Copper', density: 8900, look: 'copper', price: 11 },
  { id: 'brass', name: 'Brass', density: 8500, look: 'brass', price: 9 },
  { id: 'spring-steel', name: 'Spring steel', density: 7800, look: 'steel', price: 4 },
  { id: 'ash', name: 'Ash wood', density: 680, look: 'wood', price: 3 },
  { id: 'rubber', name: 'Rubber hose', density: 1200, look: 'rubber', price: 4 },
  { id: 'sheathed', name: 'Sheathed cable', density: 3500, look: 'aluminium', price: 6 },
]

interface DemoStock {
  readonly id: string
  readonly name: string
  readonly shape: StockShape
  readonly sizes: Readonly<Record<string, number>>
  readonly materialId: string
  readonly barLengths: readonly number[]
}

const bar = (
  id: string,
  name: string,
  shape: StockShape,
  sizes: Record<string, number>,
  materialId: string,
  ...barLengths: number[]
): DemoStock => ({ id, name, shape, sizes, materialId, barLengths })

/** Made-up stock bars; sizes and lengths in mm. */
export const DEMO_STOCK: readonly DemoStock[] = [
  bar('rb-4-ss', 'Stainless round 4', 'round-bar', { diameter: 4 }, 'stainless', 2000, 3000),
  bar('rb-6-ss', 'Stainless round 6', 'round-bar', { diameter: 6 }, 'stainless', 3000),
  bar('rb-10-ms', 'Mild steel round 10', 'round-bar', { diameter: 10 }, 'mild-steel', 6000),
  bar('rb-3-sp', 'Spring wire 3', 'round-bar', { diameter: 3 }, 'spring-steel', 2000),
  bar('tu-15-cu', 'Copper tube 15 × 1', 'tube', { diameter: 15, wall: 1 }, 'copper', 3000),
  bar('tu-22-cu', 'Copper tube 22 × 1', 'tube', { diameter: 22, wall: 1 }, 'copper', 3000, 5000),
  bar('tu-20-al', 'Aluminium tube 20 × 2', 'tube', { diameter: 20, wall: 2 }, 'aluminium', 3000, 6000),
  bar('tu-25-al', 'Aluminium tube 25 × 2', 'tube', { diameter: 25, wall: 2 }, 'aluminium', 6000),
  bar('sq-12-ms', 'Mild steel square 12', 'square-bar', { side: 12, corner: 0 }, 'mild-steel', 6000),
  bar('fl-30-ms', 'Mild steel flat 30 × 5', 'flat', { width: 30, thickness: 5 }, 'mild-steel', 6000),
  bar('hx-10-br', 'Brass hexagon 10', 'hexagon', { flats: 10 }, 'brass', 3000),
  bar(
    'st-25-ms',
    'Mild steel square tube 25 × 2',
    'square-tube',
    { side: 25, wall: 2, corner: 3 },
    'mild-steel',
    6000,
  ),
  bar(
    'rt-40-al',
    'Aluminium box 40 × 20 × 2',
    'rectangular-tube',
    { width: 40, height: 20, wall: 2, corner: 0 },
    'aluminium',
    6000,
  ),
  bar('fl-45-ash', 'Ash flat 45 × 18', 'flat', { width: 45, thickness: 18 }, 'ash', 2400, 3000),
  bar(
    'co-90-ash',
    'Ash cornice 90 × 14',
    'cornice',
    { face: 90, thickness: 14, spring: (38 * Math.PI) / 180 },
    'ash',
    2400,
    4200,
  ),
  bar(
    'sk-95-ash',
    'Ash foot board 95 × 16',
    'skirting',
    { height: 95, thickness: 16, round: 6 },
    'ash',
    2400,
    3600,
  ),
  bar(
    'sk-65-ash',
    'Ash door board 65 × 18',
    'skirting',
    { height: 65, thickness: 18, round: 5 },
    'ash',
    2100,
    2400,
  ),
  bar('rb-5-ss', 'Stainless round 5', 'round-bar', { diameter: 5 }, 'stainless', 3000),
  bar('rb-12-ss', 'Stainless round 12', 'round-bar', { diameter: 12 }, 'stainless', 5000, 6000),
  bar('hr-12-ss', 'Stainless half round 12', 'half-round', { diameter: 12 }, 'stainless', 3000, 5000),
  bar('rb-7-br', 'Brass round 7', 'round-bar', { diameter: 7 }, 'brass', 3000),
  bar('rb-11-br', 'Brass round 11', 'round-bar', { diameter: 11 }, 'brass', 3000),
  bar('fl-12-br', 'Brass flat 12 × 5', 'flat', { width: 12, thickness: 5 }, 'brass', 3000),
  bar('tu-32-br', 'Brass tube 32 × 9', 'tube', { diameter: 32, wall: 9 }, 'brass', 1000),
  bar('rb-7-sc', 'Sheathed cable 7', 'round-bar', { diameter: 7 }, 'sheathed', 5000),
  bar('rb-7-cu', 'Copper wire 7', 'round-bar', { diameter: 7 }, 'copper', 5000),
  bar('tu-10-ru', 'Rubber hose 10 × 1.5', 'tube', { diameter: 10, wall: 1.5 }, 'rubber', 5000),
]
