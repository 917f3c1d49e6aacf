import { Trash2, type LucideIcon } from 'lucide-react'

/** A place of its own beside the Bench: where it is, and what it is called. */
export interface Place {
  readonly path: string
  readonly title: string
  readonly icon?: LucideIcon
}

/** The places, in the order of the header. A new place is one entry here, and its screen in `place-screens.ts`. */
export const PLACES = {
  rack: {
    path: '/',
    title: 'Rack',
  },
  profiles: {
    path: '/profiles',
    title: 'Profiles',
  },
  stock: {
    path: '/stock',
    title: 'Stock',
  },
  orders: {
    path: '/orders',
    title: 'Cut plan',
  },
  bin: {
    path: '/bin',
    title: 'Bin',
    icon: Trash2,
  },
} as const satisfies Record<string, Place>

export type PlaceName = keyof typeof PLACES
export const placesInOrder = (): readonly (readonly [PlaceName, Place])[] =>
  Object.entries(PLACES) as [PlaceName, Place][]
