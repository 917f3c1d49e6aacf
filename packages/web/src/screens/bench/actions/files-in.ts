import { toast } from 'sonner'
import { LIMITS } from '@flexum/core/recipe'
import { IMPORTS } from '@flexum/core/files'
import type { Session } from '../../../bench/session.ts'
import { entitiesOf } from '../../../sheet/strokes.ts'
import { pickFile } from '../../../ui/pickFile.ts'
import { drawOn } from './recipe.ts'

/** Lets someone pick an SVG file to make a path or a profile of. */
export const pickSvg = (session: Session, as: SvgAs): void =>
  pickFile('outlines', (file) => void file.text().then((text) => bringInSvg(session, file.name, text, as)))

/** What is made of the lines of an SVG file. */
type SvgAs = 'sketch-profile' | 'sketch-path'

/** The lines of an SVG file as a sketch, and a profile or a path of it; says what it could not take. */
export function bringInSvg(session: Session, file: string, text: string, as: SvgAs = 'sketch-profile'): void {
  const read = IMPORTS.outlines.read(text)
  if (!read.ok) {
    toast.error(`${file}: ${read.fault.message}`)
    return
  }
  const { strokes, leftOut } = read.value
  const others = [...leftOut].map(([tag, n]) => `${n} ${tag}`).join(', ')
  if (strokes.length === 0) {
    toast.error(
      `${file} holds no ${as === 'sketch-path' ? 'line' : 'outline'}${others ? `; it holds ${others}` : ''}. Turn text into paths first.`,
    )
    return
  }
  const entities = entitiesOf(strokes)
  if (entities.length > LIMITS.sketchEntities) {
    toast.error(
      `${file} comes to ${entities.length} points and curves; a sketch holds ${LIMITS.sketchEntities}. Simplify it first.`,
    )
    return
  }
  const name = file.replace(/\.svg$/i, '')
  drawOn(session, as, { kind: 'xy', offset: '0' }, { name, entities })
  const open = as === 'sketch-path' ? 0 : strokes.filter((s) => !s.closed).length
  const notes = [
    ...(open > 0 ? [open === 1 ? 'one outline is open' : `${open} outlines are open`] : []),
    ...(others ? [`left out: ${others}`] : []),
  ]
  if (notes.length > 0) toast.warning(`${file}: ${notes.join('; ')}`)
}
