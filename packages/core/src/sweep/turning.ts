/** How a section turns as it is carried along a path. */
export const TURNINGS = ['square', 'upright', 'fixed', 'faces'] as const

export type TurningName = (typeof TURNINGS)[number]
