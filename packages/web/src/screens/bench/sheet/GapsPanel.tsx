import { entityName } from '@flexum/core/evaluate'
import { formatLength } from '@flexum/core/units'
import type { SheetModel } from '../../../sheet/model.ts'
import { Section } from '../../../ui/Figures.tsx'
import { usePart } from '../context.ts'
import { useSheet } from './context.ts'

/** Loose ends that nearly meet, with their sizes. */
export function GapsPanel({ model }: { readonly model: SheetModel }) {
  const sheet = useSheet()
  const { units } = usePart()
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
      <ul aria-label="Gaps">
        {gaps.map((g, i) => {
          const name = `${formatLength(g.distance, units.length)} at the ${entityName(model.step, g.a.point)}`
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
                  aria-label={`Close the gap of ${name}`}
                  onClick={() => sheet.heal([g])}
                >
                  Close
                </button>
                <button
                  type="button"
                  className="btn btn-xs btn-ghost"
                  aria-label={`Bridge the gap of ${name} with a line`}
                  onClick={() => sheet.bridge(g)}
                >
                  Bridge
                </button>
              </span>
            </li>
          )
        })}
      </ul>
    </Section>
  )
}
