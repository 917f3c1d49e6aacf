import { curveCatmullRom, curveLinear, line, type Line } from 'd3-shape'
import type { Template, SawnEnd } from '@flexum/core/cutting'
import { deg } from '@flexum/core/num'
import type { StripSheet } from '../../../../strip/sheets.ts'

/** The template of one end of a piece. */
export interface EndTemplate {
  readonly piece: number
  readonly side: 'start' | 'end'
  readonly made: SawnEnd['made']
  readonly template: Template
}

const INK = '#23282c'
/** Over the cut and under its straight edge, mm. */
const MARGIN = 16
const UNDER = 34
/** The line that it is checked by, mm. */
const CHECK = 100

/** The clock angle at a quarter of the way round, whole degrees. */
function clockAt({ template, side }: EndTemplate, quarter: number): number {
  const way = side === 'end' ? 90 : -90
  return (((Math.round(deg(template.clock)) + way * quarter) % 360) + 360) % 360
}

/** A template at true size: a millimetre drawn is a millimetre on paper. Round the bar goes along, out from the piece goes up. */
export function TemplateSheet(props: {
  readonly sheet: StripSheet
  readonly of: number
  readonly title: string
  readonly end: EndTemplate
  readonly wide: number
  figure(mm: number): string
}) {
  const { sheet, end, wide, figure } = props
  const { template: t } = end
  const foot = MARGIN + t.depth
  const high = foot + UNDER
  const x = (around: number): number => around - sheet.from
  // Corners are corners; without any the line goes on smoothly.
  const draw = line<Template['line'][number]>(
    (p) => x(p.around),
    (p) => foot - p.out,
  ).curve(t.edges.length > 0 ? curveLinear : curveCatmullRom)
  const clip = `template-${end.piece}-${end.side}-${sheet.number}`
  const quarters = [0, 1, 2, 3, 4].map((q) => (t.around * q) / 4)
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      style={{ width: `${wide}mm`, height: `${high}mm` }}
      className="strip-sheet mb-6 block"
      role="img"
      aria-label={`Template of the ${end.side} of piece ${end.piece}, ${figure(t.around)} round and ${figure(t.depth)} deep`}
      fontSize="3"
      fill={INK}
    >
      <clipPath id={clip}>
        <rect x="0" y="0" width={sheet.to - sheet.from} height={high} />
      </clipPath>
      <text x="0" y="4" fontSize="3.6" fontWeight="600">
        {props.title}, piece {end.piece}, {end.side} ({end.made})
        {props.of > 1 ? `, sheet ${sheet.number} of ${props.of}` : ''}
      </text>
      <text x="0" y="9">
        {figure(t.around)} round, seen from outside. The waste is above the curve.
      </text>
      <EdgeOfTemplate
        clip={clip}
        draw={draw}
        t={t}
        x={x}
        foot={foot}
        quarters={quarters}
        end={end}
        figure={figure}
      />
      {[sheet.before, sheet.after].map(
        (joint) => joint && <JointOfTemplate key={joint.letter} joint={joint} x={x} foot={foot} />,
      )}
      <g transform={`translate(0 ${high - 7})`}>
        <path d={`M0 -2V2M0 0H${CHECK}M${CHECK} -2V2M50 -1V1`} stroke={INK} strokeWidth="0.3" />
        <text x={CHECK / 2} y="4.4" textAnchor="middle">
          100 mm
        </text>
      </g>
    </svg>
  )
}

/** The curve to cut along, the square foot below it, and where the edges of the section lie, or its quarters. */
function EdgeOfTemplate({
  clip,
  draw,
  t,
  x,
  foot,
  quarters,
  end,
  figure,
}: {
  readonly clip: string
  readonly draw: Line<{ readonly around: number; readonly out: number }>
  readonly t: Template
  readonly x: (around: number) => number
  readonly foot: number
  readonly quarters: number[]
  readonly end: EndTemplate
  readonly figure: (mm: number) => string
}) {
  return (
    <g clipPath={`url(#${clip})`}>
      <path d={draw(t.line)!} fill="none" stroke={INK} strokeWidth="0.35" />
      <path
        d={`M${x(0)} ${foot}H${x(t.around)}V${foot + 14}H${x(0)}ZM${x(0)} ${foot - t.line[0]!.out}V${foot}M${x(t.around)} ${foot - t.line[0]!.out}V${foot}`}
        fill="none"
        stroke={INK}
        strokeWidth="0.25"
      />
      {t.edges.map((e) => (
        <path
          key={e}
          d={`M${x(e)} ${MARGIN}V${foot + 14}`}
          stroke={INK}
          strokeWidth="0.15"
          strokeDasharray="2 1.5"
        />
      ))}
      {t.edges.length === 0 &&
        quarters.map((q, i) => (
          <g key={q}>
            <path
              d={`M${x(q)} ${MARGIN}V${foot + 14}`}
              stroke={INK}
              strokeWidth="0.15"
              strokeDasharray="2 1.5"
            />
            <text x={x(q) + (i === 4 ? -1 : 1)} y={foot + 12.5} textAnchor={i === 4 ? 'end' : 'start'}>
              {clockAt(end, i)}°
            </text>
          </g>
        ))}
      <text x={x(0) + 1.5} y={foot + 5} stroke="#fff" strokeWidth="1" paintOrder="stroke">
        this edge square, {figure(t.at)} from the other end
      </text>
    </g>
  )
}

/** Where this sheet meets its neighbour. */
function JointOfTemplate({
  joint,
  x,
  foot,
}: {
  readonly joint: { readonly at: number; readonly letter: string }
  readonly x: (around: number) => number
  readonly foot: number
}) {
  return (
    <g transform={`translate(${x(joint.at)} 0)`}>
      <path d={`M0 ${MARGIN - 4}V${foot + 14}`} stroke={INK} strokeWidth="0.25" strokeDasharray="3 1 0.6 1" />
      <text y={foot + 18} textAnchor="middle">
        joint {joint.letter}
      </text>
    </g>
  )
}
