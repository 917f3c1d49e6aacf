import type { RunOutput } from '@flexum/core/evaluate'
import { deg } from '@flexum/core/num'
import { rollAt } from '@flexum/core/sweep'
import { formatDecimal, formatLength, formatMass, LENGTH_FACTORS } from '@flexum/core/units'
import { Figures } from '../../../../ui/Figures.tsx'
import { usePart } from '../../context.ts'

/** What the body comes to. */
export function RunFigures({ run }: { readonly run: RunOutput }) {
  const { units } = usePart()
  const f = LENGTH_FACTORS[units.length.unit]
  const count = run.places.length
  const straight = run.strands.reduce((sum, s) => sum + s.area, 0) * run.path.length
  const shaped = run.carriage.shape !== undefined || run.carriage.scale !== undefined
  return (
    <Figures
      rows={[
        ['Length', formatLength(run.path.length, units.length)],
        [
          'Volume',
          `${formatDecimal(run.volume / f ** 3, f >= 10 ? 5 : 2)} ${units.length.unit}³`,
          String(run.volume / f ** 3),
        ],
        ['Mass', formatMass(run.mass, units.mass, 4), String(run.mass)],
        count > 1
          ? [`Mass of all ${count}`, formatMass(run.mass * count, units.mass, 4), String(run.mass * count)]
          : undefined,
        ['By', run.theoremVolume === undefined ? 'mesh' : 'theorem'],
        run.theoremVolume === undefined
          ? undefined
          : ['Mesh against theorem', `${formatDecimal((run.meshVolume / run.theoremVolume - 1) * 100, 3)} %`],
        run.turning === 'fixed' || shaped
          ? ['Against area × length', `${formatDecimal((run.volume / straight) * 100, 2)} %`]
          : undefined,
        ['Mesh within', formatLength(run.chordError, units.length)],
        ['Triangles', String((run.mesh.triangles.length / 3) * count)],
        run.frames.rolls.length === 0
          ? undefined
          : ['Roll at the end', `${formatDecimal(deg(rollAt(run.frames, run.path.length)), 2)}°`],
      ]}
    />
  )
}
