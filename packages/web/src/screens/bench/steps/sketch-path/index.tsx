import type { SketchPathStep } from '@flexum/core/recipe'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { SketchPathFields } from './SketchPathFields.tsx'

export const sketchPathPage: PageKind<SketchPathStep> = {
  Picture: () => <Glyph copper d="M6 22V13a5 5 0 0 1 10 0v3a3 3 0 0 0 5 2" />,
  Inspector: ({ step }) => (
    <PathPanel step={step}>
      <SketchPathFields step={step} />
    </PathPanel>
  ),
}
