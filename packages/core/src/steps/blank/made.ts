import type { Finding } from '../../evaluate/finding.ts'
import type { BlankStep } from '../../document/index.ts'
import { cutLength, developedLength } from '../../forming/index.ts'
import { reachInBend } from '../../sweep/index.ts'
import { shortLength, type StepMaker } from '../../evaluate/kind.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

export const blankMaker: StepMaker<BlankStep> = {
  evaluate(step, context) {
    const base = { station: 'shop', step: step.id, cures: [] } as const
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'shop', code, message, field))
    const run = context.input(step.run, 'carried')
    const { length: pieces } = context.input(step.run, 'pieces')
    const k = context.number('neutral')
    if (!(k > 0 && k < 1)) {
      return refuse(
        'blank.neutral',
        'The neutral line lies inside the section: a share above 0 and below 1 is needed.',
        'neutral',
      )
    }
    const [start, end, step_] = ['startAllowance', 'endAllowance', 'roundUp'].map((f) => context.number(f))
    for (const [field, value] of [
      ['startAllowance', start],
      ['endAllowance', end],
      ['roundUp', step_],
    ] as const) {
      if (value! < 0)
        return refuse(`blank.${field}`, 'Allowances and the rounding step cannot be below 0.', field)
    }
    const developed = developedLength(run.path, k, (i) => reachInBend(run.carriage, run.section, i))
    const bad = developed.bends.find((b) => b.neutralRadius <= 0)
    if (bad) {
      return refuse(
        'blank.radius',
        'The neutral line of a bend falls on or past its centre; the section is too deep for the radius.',
      )
    }
    const { tips } = run
    const cut = cutLength(developed.length + tips.start + tips.end, {
      start: start!,
      end: end!,
      step: step_!,
    })
    const unsaid = run.corners.filter((c) => !c.chosen)
    const findings: Finding[] = unsaid.map((corner, i) => ({
      ...base,
      id: `${step.id}:sharp-${i}`,
      severity: 'warns',
      code: 'blank.sharp',
      message: `The sharp corner at ${shortLength(corner.station, context.display)} cannot be bent from one bar; give it a radius, or choose how it is joined at Ends.`,
      from: corner.station,
      to: corner.station,
      cures: [
        {
          label: unsaid.length === 1 ? 'Mitre it' : 'Mitre all corners',
          change: {
            do: 'change-run',
            with: { step: step.run, choices: { corners: { all: 'mitre', each: {} } } },
          },
        },
      ],
    }))
    if (pieces > 1) {
      findings.push({
        ...base,
        id: `${step.id}:pieces`,
        severity: 'notes',
        code: 'blank.pieces',
        message: `The run is cut into ${pieces} pieces at its corners; this blank is the sum of their lengths along the path.`,
      })
    }
    const plugs = run.made.filter((m) => m.kind === 'plug').length
    if (plugs > 0) {
      findings.push({
        ...base,
        id: `${step.id}:plugs`,
        severity: 'notes',
        code: 'blank.plugs',
        message: `${plugs === 1 ? 'The plug of its end is made by itself' : 'The plugs of its ends are made by themselves'} and not part of this blank.`,
      })
    }
    return {
      output: {
        blank: {
          run: step.run,
          developed,
          tips,
          pieces,
          startAllowance: start!,
          endAllowance: end!,
          roundUp: step_!,
          fitted: 0,
          cut,
          mass: cut * run.strands.reduce((sum, s) => sum + s.area * s.density, 0),
        },
      },
      findings,
    }
  },
  summary({ blank }, display) {
    return blank ? `cut ${shortLength(blank.cut, display)}` : ''
  },
}
