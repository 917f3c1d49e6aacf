import type { Id } from '../../base/index.ts'
import {
  type PathGiven,
  pathTaken,
  type Finding,
  cutsInWords,
  shortLength,
  type StepContext,
  type StepMaker,
} from '../../evaluate/index.ts'
import { bendKey } from '../shared/bend-key.ts'
import type { BlankStep } from './typed.ts'
import { developedLength, neutralShare, type BendRow, type ShareOf } from '../../forming/index.ts'
import { reachInBend } from '../../sweep/index.ts'
import { endsMet } from './ends-met.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

/** The path that the blank's run goes along. */
function sourceOf(step: BlankStep, context: StepContext): PathGiven | undefined {
  const run = context.around.step(step.run)
  return run?.kind === 'run' ? pathTaken(run, run.path, context.input(run.path, 'path')) : undefined
}

/** The share of each bend: its own, else that of the table, else the one for all. */
function shareOf(
  step: BlankStep,
  context: StepContext,
  bends: readonly BendRow[],
  keys: readonly (Id | undefined)[],
): ShareOf {
  const table = step.shares?.map((r) => ({
    ratio: context.number(`shares/${r.id}/ratio`),
    share: context.number(`shares/${r.id}/share`),
  }))
  const one = table ? 0 : context.number('neutral')
  const own = new Map((step.each ?? []).map((e) => [e.bend, context.number(`each/${e.bend}/share`)]))
  return (segment, radius, depth) => {
    const bend = bends.findIndex((b) => segment >= b.segments[0] && segment <= b.segments[1])
    const key = keys[bend]
    return (
      (key === undefined ? undefined : own.get(key)) ?? (table ? neutralShare(table, radius / depth) : one)
    )
  }
}

export const blankMaker: StepMaker<BlankStep> = {
  cheaper: 'A shorter path would fit.',
  evaluate(step, context) {
    const base = { station: 'shop', step: step.id, cures: [] } as const
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'shop', code, message, field))
    const run = context.input(step.run, 'carried')
    const { length: pieces } = context.input(step.run, 'pieces')
    const inside = (field: string): boolean => context.number(field) > 0 && context.number(field) < 1
    const shareFields = [
      ...(step.shares ? step.shares.map((r) => `shares/${r.id}/share`) : ['neutral']),
      ...(step.each ?? []).map((e) => `each/${e.bend}/share`),
    ]
    const unfit = shareFields.find((f) => !inside(f))
    if (unfit !== undefined) {
      return refuse(
        'blank.neutral',
        'The neutral line lies inside the section: a share above 0 and below 1 is needed.',
        unfit,
      )
    }
    const ratios = (step.shares ?? []).map((r) => `shares/${r.id}/ratio`)
    const unratio = ratios.find((f) => !(context.number(f) > 0))
    if (unratio !== undefined) return refuse('blank.ratio', 'A ratio of radius to depth is above 0.', unratio)
    const repeated = ratios.find((f, i) =>
      ratios.slice(0, i).some((g) => context.number(g) === context.number(f)),
    )
    if (repeated !== undefined)
      return refuse('blank.ratio', 'This ratio stands in the table twice; one share belongs to it.', repeated)
    const [start, end, step_] = ['startAllowance', 'endAllowance', 'roundUp'].map((f) => context.number(f))
    for (const [field, value] of [
      ['startAllowance', start],
      ['endAllowance', end],
      ['roundUp', step_],
    ] as const) {
      if (value! < 0)
        return refuse(`blank.${field}`, 'Allowances and the rounding step cannot be below 0.', field)
    }
    const cutOff = step.cutOff
      ? { start: context.number('cutOff/start'), end: context.number('cutOff/end') }
      : { start: 0, end: 0 }
    if (cutOff.start < 0 || cutOff.end < 0)
      return refuse(
        'blank.cutOff',
        'What is cut off cannot be below 0.',
        cutOff.start < 0 ? 'cutOff/start' : 'cutOff/end',
      )
    const bends = context.input(step.run, 'table').table?.rows ?? []
    const source = sourceOf(step, context)
    const keys = bends.map((b) => source && bendKey(b, source))
    const developed = developedLength(run.path, shareOf(step, context, bends, keys), (i) =>
      reachInBend(run.carriage, run.section, i),
    )
    const bad = developed.bends.find((b) => b.neutralRadius <= 0)
    if (bad) {
      return refuse(
        'blank.radius',
        'The neutral line of a bend falls on or past its centre; the section is too deep for the radius.',
      )
    }
    const allowances = { start: start! + cutOff.start, end: end! + cutOff.end, step: step_! }
    const { strands, cut, ...ends } = endsMet(run, developed, allowances, context.met(step.run))
    const bar = step.bar === undefined ? undefined : context.number('bar')
    if (bar !== undefined && !(bar > 0))
      return refuse('blank.bar', 'A stock bar has a length above 0.', 'bar')
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
    const lost = (step.each ?? []).filter((e) => !keys.includes(e.bend)).length
    if (lost > 0) {
      findings.push({
        ...base,
        id: `${step.id}:each`,
        severity: 'notes',
        code: 'blank.each',
        message: `${lost === 1 ? 'A bend with a neutral share of its own is' : `${lost} bends with neutral shares of their own are`} not there any more; what was typed for it waits until it is.`,
      })
    }
    if (bar !== undefined && pieces === 1 && cut > bar) {
      const [is, has] = [cut, bar].map((v) => shortLength(v, context.display))
      findings.push({
        ...base,
        id: `${step.id}:bar`,
        severity: 'warns',
        code: 'blank.bar',
        message: `The cut length of ${is} is more than a stock bar of ${has} has.`,
        field: 'bar',
      })
    }
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
          developed: strands
            ? { ...developed, length: Math.max(...strands.map((s) => s.developed)) }
            : developed,
          line: developed.length,
          ...(strands ? { strands } : {}),
          ...ends,
          pieces,
          startAllowance: start!,
          endAllowance: end!,
          cutOff,
          roundUp: step_!,
          cut,
          bar,
          mass: strands
            ? strands.reduce((sum, s) => sum + s.mass, 0)
            : cut * run.strands.reduce((sum, s) => sum + s.area * s.density, 0),
        },
      },
      findings,
    }
  },
  summary({ blank }, display) {
    return blank ? `cut ${cutsInWords(blank, (v) => shortLength(v, display))}` : ''
  },
}
