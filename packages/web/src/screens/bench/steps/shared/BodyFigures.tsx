import type { Body } from '@flexum/core/evaluate'
import { formatDecimal, formatLength, formatMass, LENGTH_FACTORS } from '@flexum/core/units'
import { Figures } from '../../../../ui/Figures.tsx'
import { useUnits } from '../../context.ts'

/** What a body comes to, with how far its volume can be trusted. */
export function BodyFigures({ body }: { readonly body: Body }) {
  const { volume, theoremVolume, volumeBound, mass } = body.figures
  const units = useUnits()
  const f = LENGTH_FACTORS[units.length.unit] ** 3
  const cubed = (v: number): string => `${formatDecimal(v / f, f >= 1000 ? 5 : 2)} ${units.length.unit}³`
  return (
    <Figures
      rows={[
        ['Volume', cubed(volume), String(volume / f)],
        ['Mass', formatMass(mass, units.mass, 4), String(mass)],
        ['By', theoremVolume === undefined ? `two finenesses, ± ${cubed(volumeBound)}` : 'theorem'],
        ['Mesh within', formatLength(body.chordError, units.length)],
        ['Triangles', String((body.mesh.triangles.length / 3) * body.places.length)],
      ]}
    />
  )
}
