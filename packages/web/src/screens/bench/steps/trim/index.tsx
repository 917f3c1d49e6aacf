import type { TrimStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { LeftoverMarks } from './LeftoverMarks.tsx'
import { MeetingFields } from './MeetingFields.tsx'
import { MeetingFigures } from './MeetingFigures.tsx'

export const meetingPage: PageKind<TrimStep> = {
  Picture: () => <Glyph d="M18 5v20M22 5v20M4 11h10q4 4 0 8H4" />,
  Marks: LeftoverMarks,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <MeetingFields step={step} />
      <MeetingFigures step={step} />
    </BodyPanel>
  ),
}
