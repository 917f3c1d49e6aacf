import type { Body } from '@flexum/core/solid'
import { type CarriedGiven, rollAt } from '@flexum/core/sweep'
import { formatDecimal, formatLength, formatMass, LENGTH_FACTORS, formatAngle } from '@flexum/core/units'
import { Figures } from '../../../../ui/Figures.tsx'
import { useUnits } from '../../context.ts'
import { lineRows } from '../shared/strand-rows.ts'

/** What the body comes to. */
export function RunFigures({ run, body }: { readonly run: CarriedGiven; readonly body: Body }) {
  const { volume, theoremVolume, meshVolume, mass } = body.figures
  const units = useUnits()
  const f = LENGTH_FACTORS[units.length.unit]
  const count = body.instances.length
  const straight = run.strands.reduce((sum, s) => sum + s.bar.area, 0) * run.path.length
  const shaped =
    run.strands.some((s) => s.winds) || run.carriage.shape !== undefined || run.carriage.scale !== undefined
  return (
    <Figures
      rows={[
        ['Length', formatLength(run.path.length, units.length)],
        ...lineRows(run, units.length),
        [
          'Volume',
          `${formatDecimal(volume / f ** 3, f >= 10 ? 5 : 2)} ${units.length.unit}³`,
          String(volume / f ** 3),
        ],
        ['Mass', formatMass(mass, units.mass), String(mass)],
        count > 1
          ? [`Mass of all ${count}`, formatMass(mass * count, units.mass), String(mass * count)]
          : undefined,
        ['By', theoremVolume === undefined ? 'mesh' : 'theorem'],
        theoremVolume === undefined
          ? undefined
          : ['Mesh against theorem', `${formatDecimal((meshVolume / theoremVolume - 1) * 100, 3)} %`],
        run.turning === 'fixed' || shaped
          ? ['Against area × length', `${formatDecimal((volume / straight) * 100, 2)} %`]
          : undefined,
        ['Mesh within', formatLength(body.chordError, units.length)],
        ['Triangles', String((body.mesh.triangles.length / 3) * count)],
        run.frames.rolls.length === 0
          ? undefined
          : ['Roll at the end', formatAngle(rollAt(run.frames, run.path.length), 2)],
      ]}
    />
  )
}
