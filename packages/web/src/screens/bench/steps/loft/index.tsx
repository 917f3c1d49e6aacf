import type { LoftStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { BlendedFields } from './BlendedFields.tsx'
import { MeetingLines } from './MeetingLines.tsx'

export const blendedPage: PageKind<LoftStep> = {
  Picture: () => <Glyph d="M5 22h16M9 6h8M5 22Q9 15 9 6M21 22Q17 15 17 6" />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <BlendedFields step={step} />
    </BodyPanel>
  ),
  Marks: MeetingLines,
}
