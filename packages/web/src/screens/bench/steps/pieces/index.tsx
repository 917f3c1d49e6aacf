import { Printer } from 'lucide-react'
import { useState } from 'react'
import { type PiecesStep, changePieces } from '@flexum/core/recipe'
import { deg } from '@flexum/core/num'
import { formatLength, formatMass, formatAngle } from '@flexum/core/units'
import { cutsOf, stationOnPath, stationOnRun, stepResult } from '../../../../bench/results.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useSessionState, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { CornersTable } from './CornersTable.tsx'
import { LieDrawing } from './LieDrawing.tsx'
import { PieceDrawing } from './PieceDrawing.tsx'
import { PiecesTable } from './PiecesTable.tsx'
import { sawnRows } from '../shared/strand-rows.ts'
import { restName, usualWords } from './saw-words.ts'
import { hasTemplate, TemplateSheets } from './TemplateSheets.tsx'
import { UnfoldedDrawing } from './UnfoldedDrawing.tsx'
import type { CutsGiven, SawnPiece } from '@flexum/core/cutting'
import type { CarriedGiven } from '@flexum/core/sweep'

export const piecesPage: PageKind<PiecesStep> = {
  Picture: () => <Glyph d="M3 18L8 12H14V18ZM16 18V12H21L25 18Z" />,
  Inspector: PiecesInspector,
}

/** Whether a back leans from the wall: a spring angle that is none of 0 and 90 degrees. */
const leans = (spring: number): boolean => Math.abs(Math.sin(2 * spring)) > 1e-6

/** What the section says to begin with, to a hundredth of a degree. */
const firstSpring = (spring: number | undefined): string =>
  spring === undefined ? '38 deg' : `${Number(deg(spring).toFixed(2))} deg`

/** How the pieces of a run lie on the saw, which bars they come from, and what is sawn. */
function PiecesInspector({ step }: { readonly step: PiecesStep }) {
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const carried = useSessionState((s) => stepResult(s.result, step.run)?.output?.carried)
  const cuts = useSessionState((s) => cutsOf(s.result, step.id))
  return (
    <>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <LieFields step={step} cuts={cuts} />
        <BarFields step={step} />
      </div>
      <StationFindings station="shop" of={step.id} />
      {cuts && carried && (
        <div className={result?.stale ? 'opacity-55' : ''}>
          <SawnPieces carried={carried} cuts={cuts} />
          <CornersTable step={step} cuts={cuts} />
        </div>
      )}
    </>
  )
}

type Choices = Parameters<typeof changePieces>[1]['choices']

function useChange(step: PiecesStep) {
  const { session } = useBench()
  return (choices: Choices, label: string) => session.run(changePieces, { step: step.id, choices }, { label })
}

/** On which side the pieces lie, and which way round. */
function LieFields({ step, cuts }: { readonly step: PiecesStep; readonly cuts: CutsGiven | undefined }) {
  const units = useUnits()
  const change = useChange(step)
  const sides = Math.max(cuts?.rests.length ?? 0, step.lies ?? 0)
  return (
    <>
      <Choice
        label="Lies on"
        value={step.spring === undefined ? String(step.lies ?? 'usual') : 'spring'}
        choices={[
          ['usual', usualWords(cuts)],
          ['0', 'as it stands'],
          ...Array.from({ length: sides }, (_, i) => {
            const rest = cuts?.rests[i]
            const wide = rest ? `, ${formatLength(rest.width, units.length)}` : ''
            return [String(i + 1), `${restName(i + 1)}${wide}`] as const
          }),
          ['spring', 'its back, at a spring angle'],
        ]}
        onChoose={(lies) =>
          change(
            lies === 'spring'
              ? { spring: firstSpring(cuts?.spring) }
              : { lies: lies === 'usual' ? undefined : Number(lies), spring: undefined },
            'Lay it on another side',
          )
        }
      />
      {step.spring !== undefined && (
        <StepField step={step} field="spring" label="Spring angle" formula={step.spring} dimension="angle" />
      )}
      <Choice
        label="Its start is"
        value={step.turned ? 'right' : 'left'}
        choices={{ left: 'at the left', right: 'at the right' }}
        onChoose={(side) => change({ turned: side === 'right' }, 'Turn the pieces end for end')}
      />
      <StepField step={step} field="hold" label="Can be held from" formula={step.hold} dimension="length" />
    </>
  )
}

/** The bars that they come from. */
function BarFields({ step }: { readonly step: PiecesStep }) {
  const { unit } = usePart().units.length
  const imperial = unit === 'in' || unit === 'ft'
  const change = useChange(step)
  return (
    <>
      <label className="flex items-center justify-between gap-2">
        <span className="muted">Parted to bars of one length</span>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={step.bar !== undefined}
          onChange={(e) =>
            change(
              {
                bar: e.target.checked ? { length: imperial ? '96 in' : '2400 mm', scarf: '45' } : undefined,
              },
              'Part to bars',
            )
          }
        />
      </label>
      {step.bar && (
        <StepFields
          step={step}
          fields={[
            ['bar/length', 'Bar', step.bar.length, 'length'],
            ['bar/scarf', 'Joints lean by', step.bar.scarf, 'angle'],
          ]}
        />
      )}
    </>
  )
}

/** The pieces as they are sawn: a table, how they lie, and the one that is chosen. */
function SawnPieces({ carried, cuts }: { readonly carried: CarriedGiven; readonly cuts: CutsGiven }) {
  const { session } = useBench()
  const [chosen, setChosen] = useState(1)
  const [templates, setTemplates] = useState(false)
  const focus = useSessionState((s) => s.focus?.station)
  const piece = cuts.pieces.find((p) => p.number === chosen) ?? cuts.pieces[0]
  const at = focus === undefined ? undefined : stationOnRun(carried, focus)
  const lit = at === undefined ? undefined : cuts.pieces.find((p) => at >= p.from && at < p.to)?.number
  return (
    <>
      <PiecesTable
        cuts={cuts}
        chosen={piece?.number ?? 1}
        lit={lit}
        onChoose={setChosen}
        onPoint={(p) =>
          session.point(
            p && { station: stationOnPath(carried, (p.from + Math.min(p.to, carried.path.length)) / 2) },
          )
        }
      />
      <Section title="On the saw" aside={<span className="muted">seen from the left</span>}>
        <LieDrawing run={carried} cuts={cuts} />
        <Figures
          rows={[
            cuts.spring !== undefined && leans(cuts.spring)
              ? ['Spring angle, back to wall', formatAngle(cuts.spring, 2)]
              : undefined,
          ]}
        />
      </Section>
      {piece && <OnePiece carried={carried} cuts={cuts} piece={piece} />}
      {cuts.pieces.some(hasTemplate) && (
        <div className="px-3 pb-2">
          <button type="button" className="btn btn-xs btn-paper" onClick={() => setTemplates(true)}>
            <Printer size={12} aria-hidden /> Templates at true size
          </button>
        </div>
      )}
      {templates && <TemplateSheets run={carried} cuts={cuts} onClose={() => setTemplates(false)} />}
    </>
  )
}

/** One piece: its faces, their outsides unfolded, and its lengths. */
function OnePiece(props: {
  readonly carried: CarriedGiven
  readonly cuts: CutsGiven
  readonly piece: SawnPiece
}) {
  const { carried, cuts, piece } = props
  const units = useUnits()
  return (
    <Section title={`Piece ${piece.number}`}>
      <PieceDrawing run={carried} cuts={cuts} piece={piece} />
      {piece.straight && (
        <>
          <p className="muted pt-2">Its faces unfolded</p>
          <UnfoldedDrawing run={carried} piece={piece} />
        </>
      )}
      <Figures
        rows={[
          ['Long point to long point', formatLength(piece.lengths.long, units.length)],
          ['Short point to short point', formatLength(piece.lengths.short, units.length)],
          ['On the line of its path', formatLength(piece.lengths.line, units.length)],
          piece.straight ? ['Longest edge', formatLength(piece.lengths.longest, units.length)] : undefined,
          piece.straight ? ['Shortest edge', formatLength(piece.lengths.shortest, units.length)] : undefined,
          piece.turn === undefined ? undefined : ['Turned between its cuts', formatAngle(piece.turn, 2)],
          ...sawnRows(piece, units.length),
          ['Mass', formatMass(piece.mass, units.mass)],
        ]}
      />
    </Section>
  )
}
