export { blurred, otsuThreshold, type GreyPicture } from './picture.ts'
export { ringsOf, type Ring } from './contour.ts'
export { outlineFrom, type FitOptions, type TracedLoop } from './outline.ts'
export { traceOutlines, type TraceOptions } from './trace.ts'
