import { setExpected } from '@flexum/core/recipe'
import { figureOf, type PartResult } from '@flexum/core/recipe/evaluated'
import { compareExpected, EXPECTED, type Expected, type ExpectedOf } from '@flexum/core/units'
import { EntryField } from '../../../ui/EntryField.tsx'
import { useBench, usePart } from '../context.ts'

const LABELS: Readonly<Record<ExpectedOf, string>> = {
  mass: 'Mass of all',
  volume: 'Volume of all',
  length: 'Path length',
}

/** Figures from a drawing, typed to be compared with: to as many decimals as they are typed with. */
export function ExpectedFields({ result }: { readonly result: PartResult }) {
  const { session } = useBench()
  const part = usePart()
  const { length, mass } = part.units
  return (
    <div className="mt-2 flex flex-col gap-1.5">
      {EXPECTED.map((of) => {
        const value = figureOf(part, result, of)
        const kept = part.expected?.find((e) => e.of === of)
        // Volumes in mm3 have too many digits to be typed from a drawing; those are in cm3.
        const unit = of === 'mass' ? mass : of === 'volume' && length.unit === 'mm' ? 'cm' : length.unit
        const entry: Expected = kept ?? { of, text: '', unit }
        const compared = kept && value !== undefined ? compareExpected(kept, value) : undefined
        const shown = of === 'volume' ? `${entry.unit}³` : entry.unit
        return (
          <div key={of} className="grid grid-cols-[1fr_7rem_2.5rem] items-center gap-x-2">
            <label className="contents">
              <span className="muted">{LABELS[of]} expected</span>
              <EntryField
                className="input input-sm text-right figure"
                aria-label={`Expected ${LABELS[of].toLowerCase()}`}
                shown={entry.text}
                text={entry.text}
                placeholder="—"
                onKeep={(text) =>
                  session.run(
                    setExpected,
                    { ...entry, text },
                    { label: `Expected ${LABELS[of].toLowerCase()}` },
                  )
                }
              />
            </label>
            <span className="figure">{shown}</span>
            {compared && (
              <p
                className={`col-span-3 text-right ${compared.agrees ? 'text-success' : 'text-error'}`}
                role="status"
                aria-label={`${LABELS[of]} compared`}
              >
                {compared.agrees ? '✓ agrees' : `✕ comes to ${compared.is}`}
              </p>
            )}
          </div>
        )
      })}
    </div>
  )
}
