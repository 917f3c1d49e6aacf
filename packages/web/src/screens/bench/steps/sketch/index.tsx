import type { SketchStep } from '@flexum/core/recipe'
import { openSheet } from '../../actions/recipe.ts'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { SketchInspector } from './SketchInspector.tsx'

export const sketchPage: PageKind<SketchStep> = {
  Picture: () => <Glyph d="M5 22h16M6 20V9h6l8 8" />,
  Inspector: SketchInspector,
  open: { label: 'Open the sheet', act: (session, step) => openSheet(session, step.id) },
}
