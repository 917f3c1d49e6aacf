import {
  stationOf,
  operationOf,
  kindOf,
  STATIONS,
  type Capability,
  type Part,
  type Station,
} from '@flexum/core/recipe'
import { blankOf, cutsInWords, inputOf, type PartResult } from '@flexum/core/recipe/evaluated'
import {
  findingCounts,
  openWords,
  runView,
  shownBodies,
  stepsGiving,
  type RunView,
} from '../../bench/results.ts'
import { selectionOf } from '../../bench/session.ts'
import { counted } from '../../ui/counted.ts'
import { tightLength } from '../../ui/units.ts'
import { useBench, usePart, useSessionState } from './context.ts'
import { endsFigure } from './steps/run/ends-figure.ts'

const TITLES: Readonly<Record<Station, string>> = {
  values: 'Values',
  path: 'Path',
  profile: 'Profile',
  run: 'Run',
  ends: 'Ends',
  fit: 'Fit',
  check: 'Check',
  shop: 'Shop',
}

/** The eight stations of work, in order, each with its key figure. */
export function StationLine() {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const selection = useSessionState(selectionOf)
  const view = runView(part, result, selection.step)
  return (
    <nav
      aria-label="Stations"
      className="grid h-[48px] shrink-0 grid-cols-[0.9fr_1.2fr_1.2fr_0.95fr_1fr_0.8fr_0.95fr_1fr] border-y hairline bg-base-100"
    >
      {STATIONS.map((station) => {
        const state = stateOf(station, part, result, view)
        const current = selection.station === station
        return (
          <button
            key={station}
            type="button"
            aria-current={current ? 'step' : undefined}
            className={`relative flex min-w-0 cursor-pointer flex-col justify-center pl-10 text-left hover:bg-base-200 ${current ? 'shadow-[inset_0_-3px_0_var(--color-primary)]' : ''}`}
            onClick={() =>
              session.select({
                station,
                step: stepFor(station, part, selection.step, view),
                node: station === 'path' ? selection.node : null,
              })
            }
          >
            <StationMark state={current && state === 'good' ? 'here' : state} />
            <span className={current ? 'font-semibold' : 'font-medium'}>
              {TITLES[station]}
              <span className="sr-only">, {STATE_WORDS[state]}</span>
            </span>
            <span className="figure muted truncate pr-1">{figureOf(station, part, result, view)}</span>
          </button>
        )
      })}
    </nav>
  )
}

/** The step that a station works on: the chosen one if it is of that station, else that of the run in work. */
function stepFor(
  station: Station,
  part: Part,
  chosen: string | null,
  view: RunView | undefined,
): string | null {
  const own = part.steps.find((s) => s.id === chosen)
  if (own && stationOf(own, part.steps) === station) return own.id
  const run = part.steps.find((s) => s.id === view?.runStep)
  const first = (gives: Capability): string | undefined => stepsGiving(part, gives)[0]?.id
  switch (station) {
    case 'path':
      return view?.pathStep ?? first('sketch') ?? null
    case 'profile':
      return inputOf(run, 'section') ?? first('section') ?? null
    case 'run':
    case 'ends':
      return run?.id ?? null
    case 'shop':
      return blankOf(part, run?.id)?.id ?? first('blank') ?? null
    default:
      return chosen
  }
}

type State = 'good' | 'none' | 'warns' | 'blocks'
const STATE_WORDS: Readonly<Record<State, string>> = {
  good: 'in order',
  none: 'nothing here yet',
  warns: 'has warnings',
  blocks: 'has open findings',
}

function stateOf(
  station: Station,
  part: Part,
  result: PartResult | undefined,
  view: RunView | undefined,
): State {
  const counts = findingCounts(result?.findings ?? [], station === 'check' ? undefined : station)
  if (counts.blocks > 0) return 'blocks'
  if (counts.warns > 0) return 'warns'
  const there: Readonly<Record<Station, boolean>> = {
    values: part.values.length > 0,
    path: view?.path !== undefined,
    profile: view?.profile !== undefined,
    run: view?.run !== undefined,
    ends: view?.run !== undefined,
    fit: part.steps.some((s) => stationOf(s, part.steps) === 'fit'),
    check: result !== undefined,
    shop: view?.blank !== undefined || stepsGiving(part, 'cuts').length > 0,
  }
  return there[station] ? 'good' : 'none'
}

function figureOf(
  station: Station,
  part: Part,
  result: PartResult | undefined,
  view: RunView | undefined,
): string {
  const display = part.units.length
  const stepSummary = (gives: Capability): string => {
    const ids = stepsGiving(part, gives).map((s) => s.id)
    const step = result?.steps.find((s) => ids.includes(s.id) && s.state !== 'aside')
    return step?.summary ?? 'none yet'
  }
  switch (station) {
    case 'values':
      return part.values.length === 0 ? 'none' : counted(part.values.length, 'value')
    case 'path': {
      if (!view?.path) return 'none yet'
      const bends =
        view.pathBending?.table?.rows.length ?? view.path.path.segments.filter((g) => g.kind === 'arc').length
      return `${tightLength(view.path.analysis.length, display)} · ${counted(bends, 'bend')}`
    }
    case 'profile':
      return stepSummary('section')
    case 'run':
      return stepSummary('carried').split(',')[0]!
    case 'ends':
      return view
        ? endsFigure(
            part.steps.find((s) => s.id === view.runStep),
            view,
          )
        : 'none yet'
    case 'fit':
      return fitFigure(part, result)
    case 'check':
      return openWords(result?.findings ?? [])
    case 'shop':
      return view?.bar ? `cut ${cutsInWords(view.bar, (v) => tightLength(v, display))}` : stepSummary('cuts')
  }
}

function StationMark({ state }: { readonly state: State | 'here' }) {
  const at = 'absolute left-4 top-[9px]'
  return (
    <svg className={at} width="14" height="14" viewBox="-7 -7 14 14" aria-hidden strokeWidth="2" fill="none">
      {state === 'here' && <circle r="5" fill="var(--color-primary)" stroke="var(--color-primary)" />}
      {state === 'good' && <circle r="4.6" stroke="var(--color-success)" />}
      {state === 'none' && <circle r="4.6" stroke="var(--color-base-300)" />}
      {state === 'warns' && <path d="M0-5.4 5.4 0 0 5.4-5.4 0Z" stroke="var(--color-warning)" />}
      {state === 'blocks' && (
        <path d="M-4.5-4.5 4.5 4.5M4.5-4.5-4.5 4.5" stroke="var(--color-error)" strokeWidth="2.6" />
      )}
    </svg>
  )
}

/** The bodies that stand in the part, those of runs too, where there are any but these. */
function fitFigure(part: Part, result: PartResult | undefined): string {
  const giving = part.steps.filter((s) => kindOf(s).gives.includes('bodies'))
  const any = giving.some((s) => kindOf(s).station === 'fit' || operationOf(s) !== undefined)
  return any ? counted(shownBodies(result).length, 'body', 'bodies') : 'no bodies'
}
