import {
  emptyPart,
  type MaterialEntry,
  type Part,
  type StockProfileStep,
  takeSection,
} from '@flexum/core/recipe'
import { DEMO_PARTS } from './parts.ts'

const ASH: MaterialEntry = { name: 'Ash wood', density: '680 kg/m3', look: 'wood' }

function moulding(
  name: string,
  shape: StockProfileStep['shape'],
  sizes: Readonly<Record<string, string>>,
): Part {
  const profile: StockProfileStep = {
    id: 'profile',
    kind: 'stock-profile',
    name,
    aside: false,
    shape,
    sizes,
    material: ASH,
  }
  return { ...emptyPart(name), steps: [profile] }
}

const bail = takeSection(
  DEMO_PARTS.find((p) => p.name === 'Drawer bail')!,
  'profile',
  'Bail bar',
)

/** Made-up sections of the Fernhollow glasshouse, each with its tags. */
export const DEMO_SECTIONS: readonly { readonly section: Part; readonly tags: readonly string[] }[] = [
  { section: moulding('Sill ogee', 'ogee', { radius: '12', edge: '4' }), tags: ['trim'] },
  { section: moulding('Bench cove', 'cove', { radius: '18', edge: '4' }), tags: ['trim'] },
  {
    section: moulding('Bay cornice board', 'cornice', { face: '90', thickness: '14', spring: '38' }),
    tags: ['trim', 'ceiling'],
  },
  {
    section: moulding('Foot board', 'skirting', { height: '70', thickness: '14', round: '6' }),
    tags: ['trim', 'floor'],
  },
  ...(bail.ok ? [{ section: bail.value, tags: ['handle'] }] : []),
]
