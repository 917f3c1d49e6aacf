/** How a section turns as it is carried along a path. */
export const ORIENTATIONS = ['square', 'upright', 'fixed', 'faces'] as const

export type Orientation = (typeof ORIENTATIONS)[number]
