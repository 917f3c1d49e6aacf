import { HOLLOW_SHAPES, type StockShape } from '@flexum/core/profile'
import type { StockProfileStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { ProfilePanel } from '../shared/ProfilePanel.tsx'
import { StockFields } from './StockFields.tsx'

const SECTIONS: Readonly<Record<StockShape, string>> = {
  'round-bar': 'M19 15a6 6 0 1 1-12 0 6 6 0 0 1 12 0Z',
  tube: 'M20 15a7 7 0 1 1-14 0 7 7 0 0 1 14 0ZM17 15a4 4 0 1 0-8 0 4 4 0 0 0 8 0Z',
  'square-bar': 'M8 10h10v10H8Z',
  'rectangular-bar': 'M6 11h14v8H6Z',
  flat: 'M5 13h16v4H5Z',
  hexagon: 'M6 15l3.5-6h7l3.5 6-3.5 6h-7Z',
  cable:
    'M15.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM20.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM17.8 19.3a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM12.8 19.3a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM10.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM12.8 10.7a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM17.8 10.7a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0Z',
  'square-tube': 'M7 9h12v12H7ZM10 12v6h6v-6Z',
  'rectangular-tube': 'M5 10h16v10H5ZM8 13v4h10v-4Z',
  angle: 'M7 8h4v9h9v4H7Z',
  channel: 'M7 8h12v4h-8v6h8v4H7Z',
  tee: 'M5 9h16v4h-6v9h-4v-9H5Z',
  'half-round': 'M5 19a8 8 0 0 1 16 0Z',
  'quarter-round': 'M7 21V9a12 12 0 0 1 12 12Z',
  cove: 'M7 21V9h3a9 9 0 0 0 9 9v3Z',
  bead: 'M7 21v-5a6 6 0 0 1 12 0v5Z',
  ovolo: 'M7 21V9h3a9 9 0 0 1 9 9v3Z',
  ogee: 'M6 22V8h3a6 6 0 0 0 5 6 6 6 0 0 1 5 6v2Z',
  skirting: 'M10 22V10h3a4 4 0 0 1 4 4v8Z',
  cornice: 'M6 22v-4L16 8h5Z',
}

export const stockProfilePage: PageKind<StockProfileStep> = {
  Picture: ({ step }) => <Glyph filled d={SECTIONS[step.shape]} />,
  Inspector: ({ step }) => (
    // A tube is hollow by itself; there is no solid one to go back to.
    <ProfilePanel step={step} walled={HOLLOW_SHAPES.has(step.shape)}>
      <StockFields step={step} />
    </ProfilePanel>
  ),
}
