import { toast } from 'sonner'
import { LIMITS } from '@flexum/core/document'
import { FILES_IN } from '@flexum/core/files'
import type { Session } from '../../../bench/session.ts'
import { entitiesOf } from '../../../sheet/strokes.ts'
import { drawOn } from './recipe.ts'

/** Outlines of an SVG file as a sketch, and a profile of it; says what it could not take. */
export function bringInSvg(session: Session, file: string, text: string): void {
  const read = FILES_IN.outlines.read(text)
  if (!read.ok) {
    toast.error(`${file}: ${read.fault.message}`)
    return
  }
  const { strokes, leftOut } = read.value
  const others = [...leftOut].map(([tag, n]) => `${n} ${tag}`).join(', ')
  if (strokes.length === 0) {
    toast.error(
      `${file} holds no outline${others ? `; it holds ${others}` : ''}. Turn text into paths first.`,
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
  drawOn(session, 'sketch-profile', { kind: 'xy', offset: '0' }, { name, entities })
  const open = strokes.filter((s) => !s.closed).length
  const notes = [
    ...(open > 0 ? [open === 1 ? 'one outline is open' : `${open} outlines are open`] : []),
    ...(others ? [`left out: ${others}`] : []),
  ]
  if (notes.length > 0) toast.warning(`${file}: ${notes.join('; ')}`)
}
