import { csvFormatRows } from 'd3-dsv'
import { placedOn, type Saw } from '../../cutting/index.ts'
import { sawDegrees } from '../cut-words.ts'
import { kindOfPiece } from './gather.ts'
import type { GroupPlan } from './group-plan.ts'

const mm = (v: number): string => String(Number(v.toFixed(3)))
const angle = (v: number): string => String(sawDegrees(v))

const CUT_LIST = [
  'stock',
  'material',
  'part',
  'run',
  'piece',
  'quantity',
  'length (mm)',
  'short point (mm)',
  'left cut',
  'left mitre (deg)',
  'left bevel (deg)',
  'right cut',
  'right mitre (deg)',
  'right bevel (deg)',
  'bent',
  'mass (kg)',
]

/** All pieces of an order by their stock: a row a kind of piece, angles as the saw is set, above 0 to the right. */
export function cutListCsv(groups: readonly GroupPlan[]): string {
  const rows = groups.flatMap((g) =>
    g.pieces
      .filter((p) => p.quantity > 0)
      .map((p) => [
        g.name,
        g.material,
        p.part,
        p.runName,
        String(p.number),
        String(p.quantity),
        mm(p.length),
        mm(p.short),
        p.left.made,
        angle(p.left.mitre),
        angle(p.left.bevel),
        p.right.made,
        angle(p.right.mitre),
        angle(p.right.bevel),
        p.bent ? 'yes' : 'no',
        String(Number(p.mass.toPrecision(6))),
      ]),
  )
  return `${csvFormatRows([CUT_LIST, ...rows])}\n`
}

const PLAN = ['stock', 'bar', 'bar length (mm)', 'from (mm)', 'to (mm)', 'part', 'run', 'piece', 'copy']

/** A plan bar by bar: a row a piece, where it lies on its bar. */
export function planCsv(groups: readonly GroupPlan[], saw: Saw): string {
  const rows = groups.flatMap((g) =>
    g.bars.flatMap((bar, i) =>
      placedOn(bar, saw).map((p) => {
        const kind = g.pieces.find((k) => k.key === kindOfPiece(p.id))
        return [
          g.name,
          String(i + 1),
          mm(bar.length),
          mm(p.from),
          mm(p.to),
          kind?.part ?? '',
          kind?.runName ?? '',
          String(kind?.number ?? ''),
          p.id.slice(p.id.lastIndexOf('.') + 1),
        ]
      }),
    ),
  )
  return `${csvFormatRows([PLAN, ...rows])}\n`
}
