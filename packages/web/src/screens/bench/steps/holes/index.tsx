import type { HolesStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { HoleHandles } from './HoleHandles.tsx'
import { HolesTable } from './HolesTable.tsx'

export const holesPage: PageKind<HolesStep> = {
  Picture: () => <Glyph d="M5 9h16v13H5ZM10 15.5a3 3 0 1 0 6 0a3 3 0 1 0-6 0" />,
  Marks: ({ step, view }) => <HoleHandles step={step} view={view} />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <HolesTable step={step} />
    </BodyPanel>
  ),
}
