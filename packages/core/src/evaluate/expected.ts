import type { Part } from '../document/index.ts'
import { compareExpected, type ExpectedOf } from '../units/index.ts'
import { massOf, volumeOf } from './bodies.ts'
import type { PartResult } from './result.ts'
import type { Finding } from './finding.ts'
import { leadOf } from './lead.ts'

/** The figures that a part can be expected to come to: of all bodies, and of the path of its run; mm, mm3, kg. */
export function figureOf(part: Part, result: PartResult, of: ExpectedOf): number | undefined {
  if (of === 'mass') return massOf(result)
  if (of === 'volume') return volumeOf(result)
  const { run, path } = leadOf(part, result)
  return run?.path.length ?? path?.analysis.length
}

const WORDS: Readonly<Record<ExpectedOf, string>> = { mass: 'mass', volume: 'volume', length: 'path length' }

/** Figures that do not come to what was expected, to as many decimals as that was typed with. */
export function expectedFindings(part: Part, result: PartResult): Finding[] {
  return (part.expected ?? []).flatMap((e): Finding[] => {
    const value = figureOf(part, result, e.of)
    const compared = value === undefined ? undefined : compareExpected(e, value)
    if (!compared || compared.agrees) return []
    const unit = e.of === 'volume' ? `${e.unit}³` : e.unit
    return [
      {
        id: `expected-${e.of}`,
        severity: 'warns',
        code: 'check.expected',
        message: `The ${WORDS[e.of]} comes to ${compared.is} ${unit}, and ${e.text} ${unit} is expected.`,
        station: 'check',
        step: '',
        cures: [],
      },
    ]
  })
}
