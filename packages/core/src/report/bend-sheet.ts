import type { Id } from '../base/index.ts'
import { stepOf, type Part } from '../recipe/index.ts'
import {
  cutLengths,
  developedLengths,
  shortFigures,
  inputOf,
  type PartResult,
} from '../recipe/evaluated/index.ts'
import { barLength, zonesOf, type FormingGiven } from '../forming/index.ts'
import { pathPoint, segmentPoint, type Path } from '../path/index.ts'
import type { Vec3 } from '../space/index.ts'
import { formatDecimal, formatLength, formatLengthFigures, formatMass, formatAngle } from '../units/index.ts'
import type { CarriedGiven } from '../sweep/index.ts'

/** A place on the sheet's picture, mm: as it is seen from above at a slant, all three axes alike; down is positive. */
export type Seen = readonly [across: number, down: number]

export interface SheetTable {
  readonly title: string
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
}

/** All that a bend sheet says, in the part's unit, for whoever draws it. */
export interface BendSheet {
  readonly title: string
  readonly about: string
  readonly facts: readonly (readonly [label: string, value: string])[]
  /** The straight bar from the end that is bent first; shares of its length. */
  readonly bar: {
    readonly length: string
    readonly bends: readonly {
      readonly number: number
      readonly from: number
      readonly to: number
      readonly clock: string
      readonly at: string
    }[]
  }
  readonly picture: {
    readonly line: readonly Seen[]
    readonly bends: readonly Seen[]
    /** How thick the section is, mm. */
    readonly thick: number
  }
  readonly tables: {
    readonly bent: SheetTable
    readonly wanted: SheetTable
    readonly points: SheetTable
  }
}

/** Places of a curved segment on the picture. */
const FINE = 24

/** The bend sheet of a step that gives a way of bending; undefined where the part cannot be built as far as that. */
export function bendSheetOf(part: Part, result: PartResult, id: Id, revision: number): BendSheet | undefined {
  const outputOf = (of: Id | undefined) => result.steps.find((s) => s.id === of)
  const forming = outputOf(id)?.output?.forming
  const blank = outputOf(forming?.blank)?.output?.blank
  const run = outputOf(forming?.run)?.output?.carried
  const profile = outputOf(inputOf(forming && stepOf(part, forming.run), 'section'))
  if (!forming || !blank || !run || !profile?.output?.section) return undefined
  const { length, mass } = part.units
  const fig = (v: number): string => formatLengthFigures(v, length)
  const facts: (readonly [string, string])[] = [
    ['Section', profile.summary],
    ['Material', profile.output.section.material],
    ...[...cutLengths(blank), ...developedLengths(blank)].map(
      ([label, value]) => [label, formatLength(value, length)] as const,
    ),
  ]
  if (blank.startAllowance + blank.endAllowance > 0)
    facts.push(['Allowances', `${fig(blank.startAllowance)} + ${fig(blank.endAllowance)}`])
  if (blank.cutOff.start + blank.cutOff.end > 0)
    facts.push(['Cut off after bending', `${fig(blank.cutOff.start)} + ${fig(blank.cutOff.end)}`])
  facts.push(
    ['Mass of the blank', formatMass(blank.mass, mass)],
    ['Bender', forming.bender],
    ['Bent first', forming.fromEnd ? 'the end' : 'the start'],
    ['Time', `${formatDecimal(forming.program.time, 0)} s`],
  )
  if (forming.tolerances !== undefined) facts.push(['Tolerances', forming.tolerances])
  return {
    title: part.name,
    about: `Bend sheet · revision ${revision} · lengths in ${length.unit}`,
    facts,
    bar: barOfSheet(forming, (v) => shortFigures(v, length)),
    picture: pictureOf(forming, run),
    tables: {
      bent: bentTable(forming, fig),
      wanted: wantedTable(forming, fig),
      points: pointsTable(forming, run.path, fig),
    },
  }
}

const degrees = (angle: number): string => formatAngle(angle, 1)

function barOfSheet({ bar }: FormingGiven, short: (v: number) => string): BendSheet['bar'] {
  const whole = barLength(bar)
  return {
    length: short(whole),
    bends: zonesOf(bar).map((z, i) => ({
      number: bar.bends[i]!.bend + 1,
      from: z.from / whole,
      to: z.to / whole,
      clock: formatAngle(z.clock, 0),
      at: short(z.from),
    })),
  }
}

const seen = ([x, y, z]: Vec3): Seen => [(x + y) * Math.cos(Math.PI / 6), (x - y) * Math.sin(Math.PI / 6) - z]

function pictureOf({ bends, reach }: FormingGiven, { path }: CarriedGiven): BendSheet['picture'] {
  return {
    line: path.segments.flatMap((g) => {
      const steps = g.kind === 'line' ? 1 : FINE
      return Array.from({ length: steps + 1 }, (_, i) => seen(segmentPoint(g, (g.length * i) / steps)))
    }),
    bends: bends.map(({ row }) => {
      const [from, to] = [path.starts[row.segments[0]]!, path.starts[row.segments[1] + 1]!]
      return seen(pathPoint(path, (from + to) / 2))
    }),
    thick: 2 * reach,
  }
}

function bentTable({ bar, bends, program }: FormingGiven, fig: (v: number) => string): SheetTable {
  const zones = zonesOf(bar)
  return {
    title: 'As it is bent',
    heads: ['#', 'bend', 'mark at', 'feed', 'turn', 'set', 'tool R'],
    rows: program.moves.map((m, i) => {
      const { bend } = bar.bends[m.index]!
      return [
        String(i + 1),
        String(bend + 1),
        fig(zones[m.index]!.from),
        fig(m.feed),
        `${degrees(m.turn)}${m.flipped ? ' other hand' : ''}`,
        degrees(m.set),
        fig(bends[bend]!.tool),
      ]
    }),
  }
}

function wantedTable({ bends, straights }: FormingGiven, fig: (v: number) => string): SheetTable {
  return {
    title: 'As it is wanted',
    heads: ['bend', 'straight', 'turn', 'angle', 'R'],
    rows: [
      ...bends.map(({ row }, i) => [
        String(i + 1),
        fig(row.length),
        degrees(row.rotation),
        degrees(row.angle),
        fig(row.radius),
      ]),
      ['end', fig(straights.at(-1)!), '', '', ''],
    ],
  }
}

function pointsTable({ bends }: FormingGiven, path: Path, fig: (v: number) => string): SheetTable {
  const points: (readonly [string, Vec3])[] = [
    ['start', pathPoint(path, 0)],
    ...bends.flatMap(({ row }, i) => [
      [`bend ${i + 1} begins`, pathPoint(path, path.starts[row.segments[0]]!)] as const,
      [`bend ${i + 1} ends`, pathPoint(path, path.starts[row.segments[1] + 1]!)] as const,
    ]),
    ['end', pathPoint(path, path.length)],
  ]
  return {
    title: 'Points of the centre line',
    heads: ['place', 'x', 'y', 'z'],
    rows: points.map(([name, p]) => [name, ...p.map((v) => fig(v))]),
  }
}
