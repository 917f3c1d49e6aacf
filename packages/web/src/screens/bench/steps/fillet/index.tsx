import type { FilletStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { EdgesFields } from './EdgesFields.tsx'

export const edgesPage: PageKind<FilletStep> = {
  Picture: ({ step }) => <Glyph d={step.shape === 'rounded' ? 'M5 24V13q0-7 7-7h10' : 'M5 24V14l9-8h8'} />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <EdgesFields step={step} />
    </BodyPanel>
  ),
}
