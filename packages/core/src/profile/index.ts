export { loopsOf, placeRegion, region, type Placement, type Region } from './region.ts'
export { reach, reachAround, sectionProperties, type SectionProperties } from './properties.ts'
export { arcSteps, outlineOf, type Outline } from './outline.ts'
export { STOCK_SHAPES } from './stock.ts'
