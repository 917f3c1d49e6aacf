import type { Fault, Id, TooMuch } from '../base/index.ts'
import {
  inputsOf,
  kindOf,
  needsOf,
  stepOf,
  type Capability,
  type Part,
  type Step,
} from '../document/index.ts'
import type { ValueTable } from '../units/index.ts'
import type { Finding } from './finding.ts'
import type { StepResult } from './output.ts'

/** Code of the finding of a step that was given up because the whole part asked for more work than it may. */
export const PART_TOO_MUCH = 'part.too-much'

/** Fields of one step that are told one by one when they cannot be worked out; the others are counted. */
const MOST_FIELDS = 20

/** Why a step waits; without a finding when what it waits for says so itself. */
export interface Waiting {
  readonly finding: Finding | undefined
}

/** The input that keeps a step from being built. What failed by itself says so itself and needs no second finding here. */
export function waitsFor(step: Step, part: Part, results: ReadonlyMap<Id, StepResult>): Waiting | undefined {
  for (const id of needsOf(step)) {
    const named = stepOf(part, id)
    const isBefore = named && part.steps.indexOf(named) < part.steps.indexOf(step)
    const input = isBefore ? results.get(id) : undefined
    if (input?.state === 'good') continue
    const why = !named
      ? `a step "${id}" that is not in the recipe`
      : !input
        ? `"${named.name}", which stands after it`
        : input.state === 'aside'
          ? `"${named.name}", which is set aside`
          : undefined
    if (why === undefined) return { finding: undefined }
    return {
      finding: {
        id: `${step.id}:waits-${id}`,
        severity: 'blocks',
        code: 'step.input',
        message: `"${step.name}" builds on ${why}.`,
        station: kindOf(step).station,
        step: step.id,
        cures: [],
      },
    }
  }
  return undefined
}

/** What people call the things that steps give. */
const GIVEN_WORDS: Readonly<Record<Capability, string>> = {
  sketch: 'sketch',
  path: 'path',
  section: 'profile',
  carried: 'run',
  bodies: 'body',
  pieces: 'run',
  table: 'bend table',
  blank: 'blank',
  forming: 'way of bending',
  cuts: 'list of pieces',
  trims: 'trimmed end',
  figures: 'figure',
}

/** The first input that is sound and does not give what the step needs of it. */
export function givesNone(step: Step, part: Part, results: ReadonlyMap<Id, StepResult>): Finding | undefined {
  const lacking = inputsOf(step).find((i) => results.get(i.id)?.output?.[i.gives] === undefined)
  if (!lacking) return undefined
  const named = stepOf(part, lacking.id)?.name ?? lacking.id
  return {
    id: `${step.id}:lacks-${lacking.id}`,
    severity: 'blocks',
    code: 'step.input',
    message: `"${step.name}" needs a ${GIVEN_WORDS[lacking.gives]}, and "${named}" gives none.`,
    station: kindOf(step).station,
    step: step.id,
    cures: [],
  }
}

/** Fields whose formulas come to nothing, each with its place; past the first ones only how many more there are. */
export function fieldFindings(
  step: Step,
  faults: readonly { readonly field: string; readonly fault: Fault }[],
): Finding[] {
  const told = faults.slice(0, MOST_FIELDS).map((f) => fieldFinding(step, f.field, f.fault))
  const more = faults.length - told.length
  if (more <= 0) return told
  return [
    ...told,
    {
      id: `${step.id}:more-fields`,
      severity: 'blocks',
      code: 'step.more-fields',
      message: `${more} more ${more === 1 ? 'field' : 'fields'} of "${step.name}" cannot be worked out either.`,
      station: kindOf(step).station,
      step: step.id,
      cures: [],
    },
  ]
}

function fieldFinding(step: Step, field: string, fault: Fault): Finding {
  const place = kindOf(step).placeOf?.(step, field)
  const [group, ...rest] = field.split('/')
  const last = rest.at(-1) ?? group!
  // A formula along the run goes by what it drives: shaping, twist, scale.
  const words = place?.words ?? (last === 'formula' ? group![0]!.toUpperCase() + group!.slice(1) : last)
  return {
    id: `${step.id}:${field}`,
    severity: 'blocks',
    code: fault.code,
    message: `${words}: ${fault.message}`,
    station: kindOf(step).station,
    step: step.id,
    field,
    ...(place ? { node: place.node } : {}),
    cures: [],
  }
}

export function valueFindings(part: Part, table: ValueTable): Finding[] {
  return part.values.flatMap((v) => {
    const r = table.get(v.name)!
    if (r.ok) return []
    return {
      id: `value:${v.id}`,
      severity: 'blocks' as const,
      code: r.fault.code,
      message: `${v.name}: ${r.fault.message}`,
      station: 'values' as const,
      step: '',
      field: v.id,
      cures: [],
    }
  })
}

/** A step that asked for more work than it may, or than the steps before it left of what the whole part may. */
export function tooMuchFinding(step: Step, { on }: TooMuch, of: 'step' | 'part', cheaper: string): Finding {
  const message =
    of === 'step'
      ? `"${step.name}" asks for more work than a step may take, and was given up at ${on}. ${cheaper}`
      : `The part asks for more work at once than a part may take, and "${step.name}" was given up at ${on}. It is worked out at the next change; fewer heavy steps, or some set aside, would fit.`
  return {
    id: `${step.id}:too-much`,
    severity: 'blocks',
    code: of === 'step' ? 'step.too-much' : PART_TOO_MUCH,
    message,
    station: kindOf(step).station,
    step: step.id,
    cures: [],
  }
}

/** A step whose result has a figure that is no number. */
export function noNumberFinding(step: Step, what: string): Finding {
  return {
    id: `${step.id}:no-number`,
    severity: 'blocks',
    code: 'step.no-number',
    message: `The ${what} of "${step.name}" comes to no finite number. Look for a size that is far too large, too small, or turned round.`,
    station: kindOf(step).station,
    step: step.id,
    cures: [],
  }
}
