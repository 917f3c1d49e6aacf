import { Trash2, type LucideIcon } from 'lucide-react'
import type { ComponentType } from 'react'

/** A place of its own beside the Bench: where it is, what it is called, and the screen that is loaded when one goes there. */
export interface Place {
  readonly path: string
  readonly title: string
  readonly icon?: LucideIcon
  load(): Promise<ComponentType>
}

/** The places, in the order of the header. A new place is one entry here. */
export const PLACES = {
  rack: {
    path: '/',
    title: 'Rack',
    load: async () => (await import('./rack/RackScreen.tsx')).Rack,
  },
  profiles: {
    path: '/profiles',
    title: 'Profiles',
    load: async () => (await import('./profiles/ProfilesScreen.tsx')).ProfilesScreen,
  },
  stock: {
    path: '/stock',
    title: 'Stock',
    load: async () => (await import('./stock/StockScreen.tsx')).StockScreen,
  },
  orders: {
    path: '/orders',
    title: 'Cut plan',
    load: async () => (await import('./orders/OrdersScreen.tsx')).OrdersScreen,
  },
  bin: {
    path: '/bin',
    title: 'Bin',
    icon: Trash2,
    load: async () => (await import('./rack/RackScreen.tsx')).Bin,
  },
} as const satisfies Record<string, Place>

export type PlaceName = keyof typeof PLACES
export const placesInOrder = (): readonly (readonly [PlaceName, Place])[] =>
  Object.entries(PLACES) as [PlaceName, Place][]
