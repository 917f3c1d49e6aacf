import type { Id } from '@flexum/core/base'
import type { Body } from '@flexum/core/solid'
import { decimalsThatHold, formatDecimal, formatLength, formatMass, LENGTH_FACTORS } from '@flexum/core/units'
import { meshSurface } from '@flexum/core/space'
import { Figures } from '../../../../ui/Figures.tsx'
import { useSessionState, useUnits } from '../../context.ts'

/** What the area of a mesh may be off by, about, as a share: no more of its digits are shown until the body's own is there. */
const BY_MESH = 0.01

/** What a body comes to, by the digits that hold, and how far its volume and area may be off. */
export function BodyFigures(props: { readonly step: Id; readonly index: number; readonly body: Body }) {
  const { step, index, body } = props
  const { volume, theoremVolume, volumeBound, mass } = body.figures
  const units = useUnits()
  const held = useSessionState((s) => s.result?.areas?.get(step)?.[index])
  const { unit } = units.length
  const long = LENGTH_FACTORS[unit]
  const places = body.instances.length
  const area = (held?.value ?? meshSurface(body.mesh)) * places
  const off = theoremVolume === undefined ? volumeBound : 0
  const powered = (v: number, error: number, power: 2 | 3): string => {
    const f = long ** power
    const most = long >= 10 ? 5 : 2
    return `${formatDecimal(v / f, decimalsThatHold(error / f, most))} ${unit}${power === 2 ? '²' : '³'}`
  }
  return (
    <Figures
      rows={[
        ['Volume', powered(volume, off, 3), String(volume / long ** 3)],
        [
          'Area',
          `${held ? '' : '≈ '}${powered(area, held ? held.error * places : BY_MESH * area, 2)}`,
          String(area / long ** 2),
        ],
        ['Mass', formatMass(mass, units.mass, (off * mass) / volume), String(mass)],
        [
          'Volume by',
          theoremVolume === undefined
            ? `${byWhat(volumeBound / volume)}, ± ${figured(volumeBound / long ** 3)} ${unit}³`
            : 'theorem',
        ],
        held && [
          'Area by',
          held.error > 0
            ? `${byWhat(held.error / held.value)}, ± ${figured((held.error * places) / long ** 2)} ${unit}²`
            : 'its faces, exact',
        ],
        ['Mesh within', formatLength(body.chordError, units.length)],
        ['Triangles', String((body.mesh.triangles.length / 3) * places)],
      ]}
    />
  )
}

/** What is known by its faces is sure to this share; meshes never are. */
const BY_FACES = 5e-7
const byWhat = (share: number): string => (share < BY_FACES ? 'its faces' : 'three meshes')

/** An error by its first two figures. */
const figured = (v: number): string => String(Number(v.toPrecision(2)))
