import type { SketchProfileStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { ProfilePanel } from '../shared/ProfilePanel.tsx'
import { SketchProfileFields } from './SketchProfileFields.tsx'

export const sketchProfilePage: PageKind<SketchProfileStep> = {
  Picture: () => <Glyph filled d="M6 21V10h5l3 5h6v6Z" />,
  Inspector: ({ step }) => (
    <ProfilePanel step={step}>
      <SketchProfileFields step={step} />
    </ProfilePanel>
  ),
}
