import type { ExtrudedStep } from '@flexum/core/recipe'
import { openSheet } from '../../actions/recipe.ts'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { ExtrudedFields } from './ExtrudedFields.tsx'

export const extrudedPage: PageKind<ExtrudedStep> = {
  Picture: () => <Glyph d="M5 20V13l6-4v7ZM11 9h10l-6 4H5M21 9v7l-6 4H5M15 13v7" />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <ExtrudedFields step={step} />
    </BodyPanel>
  ),
  open: { label: 'Open the sheet', act: (session, step) => openSheet(session, step.sketch) },
}
