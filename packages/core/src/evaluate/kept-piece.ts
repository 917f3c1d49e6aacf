import { fail, ok, type Result } from '../base/index.ts'
import { kindOf, stepOf, type Part, type Step } from '../document/index.ts'
import { formatDigits, LENGTH_FACTORS, type LengthUnit } from '../units/index.ts'
import {
  type Solids,
  type Body,
  type BodyPiece,
  type Solid,
  massAfter,
  bodyOfTree,
  originsOf,
  standing,
  weighed,
  volumeOf,
} from '../solid/index.ts'
import type { Vec3 } from '../space/index.ts'
import type { Cure, Finding } from './finding.ts'

/** Pieces that are offered to be kept, the largest first; more are only counted. */
const OFFERED = 4
/** Digits that a piece's volume is told by. */
const DIGITS = 4

/** The bodies of a step without the pieces that are not to be kept, and what is to be said of bodies that fell apart. */
export function keptOf(
  part: Part,
  step: Step,
  bodies: readonly Body[],
  solids: Solids | undefined,
): { readonly bodies: readonly Body[]; readonly findings: readonly Finding[] } {
  const findings: Finding[] = []
  const kept = bodies.map((body) => {
    const { parted } = body
    if (!parted) return body
    if (!step.keep) {
      findings.push(fellApart(part, step, body, parted))
      return body
    }
    const one = onlyPiece(body, step.keep as unknown as Vec3, solids)
    if (!one.ok) {
      findings.push(fellApart(part, step, body, parted))
      return body
    }
    findings.push(onlyOneKept(part, step, one.value, parted))
    return one.value
  })
  return { bodies: kept, findings }
}

/** Of a body that fell apart the piece nearest to a place. */
function onlyPiece(body: Body, near: Vec3, solids: Solids | undefined): Result<Body, string> {
  if (!solids) return fail('the library that puts bodies together is not loaded')
  const work = { solids, fineness: body.chordError, origins: originsOf([body]) }
  const solid: Solid = { kind: 'parts', of: standing(body), near, keep: [0] }
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return made
  const volume = made.value.own ? ok(made.value.own) : volumeOf(solid, work)
  if (!volume.ok) return volume
  const { value, error } = volume.value
  return ok(weighed(made.value, value, massAfter(body, solid, value, work), error))
}

const wordsOf = (volume: number, unit: LengthUnit): string =>
  `${formatDigits(volume / LENGTH_FACTORS[unit] ** 3, DIGITS)} ${unit}³`

const nameOf = (part: Part, body: Body): string => `"${stepOf(part, body.id)?.name ?? body.id}"`

function told(step: Step, body: Body, more: Pick<Finding, 'severity' | 'message' | 'cures'>): Finding {
  return {
    id: `${step.id}:pieces-${body.id}`,
    code: 'body.pieces',
    station: kindOf(step).station,
    step: step.id,
    ...more,
  }
}

function fellApart(part: Part, step: Step, body: Body, pieces: readonly BodyPiece[]): Finding {
  const { unit } = part.units.length
  const volumes = pieces.map((p) => wordsOf(p.volume, unit))
  const shown = volumes.slice(0, OFFERED)
  const rest = volumes.length - shown.length
  const list =
    rest > 0 ? `${shown.join(', ')} and ${rest} more` : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`
  return told(step, body, {
    severity: 'warns',
    message: `${nameOf(part, body)} falls into ${pieces.length} pieces that do not touch: ${list}.`,
    cures: pieces.slice(0, OFFERED).map((p, i): Cure => ({
      label: `Keep only that of ${shown[i]}`,
      change: { do: 'keep-piece', with: { step: step.id, at: p.at } },
    })),
  })
}

function onlyOneKept(part: Part, step: Step, body: Body, pieces: readonly BodyPiece[]): Finding {
  const volume = wordsOf(body.figures.volume, part.units.length.unit)
  return told(step, body, {
    severity: 'notes',
    message: `Of the ${pieces.length} pieces that ${nameOf(part, body)} falls into, only that of ${volume} is kept.`,
    cures: [{ label: 'Keep all pieces', change: { do: 'keep-piece', with: { step: step.id } } }],
  })
}
