import type { RevolvedStep } from '@flexum/core/recipe'
import { openSheet } from '../../actions/recipe.ts'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { TurnedFields } from './TurnedFields.tsx'

export const turnedPage: PageKind<RevolvedStep> = {
  Picture: () => <Glyph d="M13 6v18M7 10c0-3 12-3 12 0s-12 3-12 0v9c0 3 12 3 12 0v-9" />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <TurnedFields step={step} />
    </BodyPanel>
  ),
  open: { label: 'Open the sheet', act: (session, step) => openSheet(session, step.sketch) },
}
