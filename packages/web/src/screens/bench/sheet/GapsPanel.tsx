import { entityName } from '@flexum/core/recipe/evaluated'
import { openEnds, type Gap } from '@flexum/core/sketch'
import { formatLength } from '@flexum/core/units'
import type { SheetModel } from '../../../sheet/model.ts'
import { counted } from '../../../ui/counted.ts'
import { Section } from '../../../ui/Figures.tsx'
import { useUnits } from '../context.ts'
import { useSheet } from './context.ts'
import { useMemo } from 'react'

/** Loose ends that nearly meet, with their sizes. */
export function GapsPanel({ model }: { readonly model: SheetModel }) {
  const sheet = useSheet()
  const { gaps } = model.solved.areas
  if (gaps.length === 0) return null
  return (
    <Section
      title={gaps.length === 1 ? 'Gap found' : `${gaps.length} gaps found`}
      aside={
        gaps.length > 1 && (
          <button type="button" className="btn btn-xs btn-paper" onClick={() => sheet.heal(gaps)}>
            Close all
          </button>
        )
      }
    >
      <Ends model={model} pairs={gaps} label="Gaps" what="gap" />
    </Section>
  )
}

/** Pairs of open ends that are listed, the nearest. */
const MOST_SHOWN = 12

/** All other open ends, each with the nearest one left: as they should be for a path, and not for a profile. */
export function OpenEndsPanel({ model }: { readonly model: SheetModel }) {
  const { loose } = model.solved.areas
  const { open, alone } = useMemo(() => openEnds(loose), [loose])
  if (loose.length === 0) return null
  return (
    <Section title={counted(loose.length, 'open end')}>
      <Ends model={model} pairs={open.slice(0, MOST_SHOWN)} label="Open ends" what="way" />
      {open.length > MOST_SHOWN && (
        <p className="muted border-t hairline py-1">
          {counted(2 * (open.length - MOST_SHOWN), 'more end')}, further apart.
        </p>
      )}
      {alone.length > 0 && (
        <p className="muted border-t hairline py-1">
          {alone.length === 1
            ? `The ${entityName(model.step, alone[0]!.point)} is open, and nothing else is.`
            : `${alone.length} ends are open; bring some together before the rest are paired.`}
        </p>
      )}
    </Section>
  )
}

/** Pairs of loose ends: how far they are apart, and the ways to bring them together. */
function Ends(props: {
  readonly model: SheetModel
  readonly pairs: readonly Gap[]
  readonly label: string
  readonly what: 'gap' | 'way'
}) {
  const { model, pairs, label, what } = props
  const sheet = useSheet()
  const units = useUnits()
  return (
    <ul aria-label={label}>
      {pairs.map((g, i) => {
        const [a, b] = [g.a, g.b].map((e) => entityName(model.step, e.point)) as [string, string]
        const apart = formatLength(g.distance, units.length)
        const name = what === 'gap' ? `${apart} at the ${a}` : `${apart} from the ${a} to the ${b}`
        return (
          <li key={i} className="flex items-center justify-between gap-2 border-t hairline py-1">
            <button
              type="button"
              className="text-left hover:underline"
              onClick={() =>
                sheet.set({
                  chosen: [g.a.point, g.b.point],
                  view: { ...sheet.store.getState().view, centre: g.a.at },
                })
              }
            >
              {name}
            </button>
            <span className="flex gap-1">
              <button
                type="button"
                className="btn btn-xs btn-paper"
                aria-label={`Close the ${what} of ${name}`}
                onClick={() => sheet.heal([g])}
              >
                Close
              </button>
              <button
                type="button"
                className="btn btn-xs btn-ghost"
                aria-label={`Bridge the ${what} of ${name} with a line`}
                onClick={() => sheet.bridge(g)}
              >
                Bridge
              </button>
            </span>
          </li>
        )
      })}
    </ul>
  )
}
