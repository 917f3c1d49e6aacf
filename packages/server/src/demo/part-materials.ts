import type { MaterialEntry } from '@flexum/core/recipe'

/** Materials of the demo parts, as parts keep them. */
export const STAINLESS: MaterialEntry = { name: 'Stainless steel', density: '7900 kg/m3', look: 'stainless' }
export const ALUMINIUM: MaterialEntry = { name: 'Aluminium', density: '2700 kg/m3', look: 'aluminium' }
export const COPPER: MaterialEntry = { name: 'Copper', density: '8900 kg/m3', look: 'copper' }
export const BRASS: MaterialEntry = { name: 'Brass', density: '8500 kg/m3', look: 'brass' }
export const ASH: MaterialEntry = { name: 'Ash wood', density: '680 kg/m3', look: 'wood' }
export const HOSE: MaterialEntry = { name: 'Rubber hose', density: '1200 kg/m3', look: 'rubber' }
export const SHEATH: MaterialEntry = { name: 'Sheathed cable', density: '3500 kg/m3', look: 'aluminium' }
export const LIMESTONE: MaterialEntry = { name: 'Limestone', density: '2400 kg/m3', look: 'aluminium' }
export const SPRING_STEEL: MaterialEntry = { name: 'Spring steel', density: '7800 kg/m3', look: 'steel' }
