import type { TrimStep } from '@flexum/core/recipe'
import type { Leftover } from '@flexum/core/sweep'
import { vec3, type Vec3 } from '@flexum/core/space'
import { stepResult } from '../../../../bench/results.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useSessionState } from '../../context.ts'
import { useProjected } from '../../useProjected.ts'
import { useKeepPiece } from './useKeepPiece.ts'

/** The pieces that an end leaves over, outlined in the picture where they fall off or stay; pressed they change that. */
export function LeftoverMarks({ step, view }: { readonly step: TrimStep; readonly view: BenchView }) {
  const pieces = useSessionState((s) => stepResult(s.result, step.id))?.output?.trims?.[0]?.leftovers ?? []
  useProjected(view)
  const toggle = useKeepPiece(step)
  if (pieces.length === 0) return null
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      {pieces.map((piece) => (
        <Piece key={piece.number} piece={piece} view={view} onToggle={() => toggle(piece.number)} />
      ))}
    </svg>
  )
}

function Piece(props: { readonly piece: Leftover; readonly view: BenchView; onToggle(): void }) {
  const { piece, view, onToggle } = props
  const { number } = piece
  const at = view.project(piece.middle)
  if (!at) return null
  const words = piece.kept ? 'stays' : 'falls off'
  const wide = 62 + (piece.kept ? 0 : 14)
  return (
    <g>
      {!piece.kept && (
        <path
          d={linesOf(piece.outline, view)}
          fill="none"
          stroke="var(--color-base-content)"
          strokeWidth="1.25"
          strokeDasharray="5 4"
        />
      )}
      <g
        role="button"
        tabIndex={0}
        aria-pressed={piece.kept}
        aria-label={`Piece ${number} ${words}: press to change`}
        transform={`translate(${at[0]} ${at[1]})`}
        className="pointer-events-auto cursor-pointer"
        onClick={onToggle}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== ' ') return
          e.preventDefault()
          onToggle()
        }}
      >
        <rect
          x={-wide / 2}
          y="-12"
          width={wide}
          height="24"
          rx="4"
          fill="var(--color-base-100)"
          stroke="var(--color-primary)"
          strokeWidth={piece.kept ? 2 : 1}
          strokeDasharray={piece.kept ? undefined : '4 3'}
        />
        <text textAnchor="middle" dy="4.5" fontSize="13" fill="var(--color-base-content)">
          {piece.kept ? '✓' : '✕'} {number} {words}
        </text>
      </g>
    </g>
  )
}

/** Where two faces part by more than this, an edge is seen from everywhere: the cosine of 35 degrees. */
const SHARP = 0.82

/** The lines by which a piece is seen: its sharp edges, and where it is seen against what lies behind it. */
function linesOf(outline: Float32Array, view: BenchView): string {
  const lines: string[] = []
  for (let i = 0; i < outline.length; i += 12) {
    const places = [0, 3, 6, 9].map((k): Vec3 => [outline[i + k]!, outline[i + k + 1]!, outline[i + k + 2]!])
    const [a, b, c, d] = places.map((p) => view.project(p))
    if (!a || !b || !c || !d) continue
    const side = (p: readonly [number, number]): number =>
      (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
    if (!isSharp(places) && side(c) * side(d) < 0) continue
    lines.push(`M${a[0].toFixed(1)} ${a[1].toFixed(1)}L${b[0].toFixed(1)} ${b[1].toFixed(1)}`)
  }
  return lines.join('')
}

function isSharp([a, b, c, d]: readonly Vec3[]): boolean {
  const along = vec3.sub(b!, a!)
  const [n, m] = [vec3.cross(along, vec3.sub(c!, a!)), vec3.cross(vec3.sub(d!, a!), along)]
  return vec3.dot(n, m) < SHARP * vec3.length(n) * vec3.length(m)
}
