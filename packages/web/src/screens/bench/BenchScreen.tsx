import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { toast } from 'sonner'
import { ApiError } from '../../api/client.ts'
import { fetchPart, type PartHead } from '../../api/parts.ts'
import { startAutosave } from '../../bench/autosave.ts'
import { keepDraft, readDraft } from '../../bench/draft.ts'
import { createSession, partOf, selectionOf, type Session } from '../../bench/session.ts'
import type { FileId } from '@flexum/core/files'
import { createCompute, type Compute } from '../../compute/client.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { StoppedPart } from '../PartProblem.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { createSheet, type Sheet } from '../../sheet/sheet.ts'
import { BenchContext, useBench, useSessionState } from './context.ts'
import { SheetContext } from './sheet/context.ts'
import { SheetBar } from './sheet/SheetBar.tsx'
import { SheetInspector } from './sheet/SheetInspector.tsx'
import { SheetSurface } from './sheet/SheetSurface.tsx'
import { SheetTools } from './sheet/SheetTools.tsx'
import { FileDialog } from './FileDialog.tsx'
import { ConflictBar } from './ConflictBar.tsx'
import { Inspector } from './inspector/Inspector.tsx'
import { Palette } from './Palette.tsx'
import { useKeptSize } from '../../ui/useKeptSize.ts'
import { PointsDialog } from './PointsDialog.tsx'
import { RecipePanel } from './RecipePanel.tsx'
import { ScenePanel } from './ScenePanel.tsx'
import { StationLine } from './StationLine.tsx'
import { StripPanel } from './strip/StripPanel.tsx'
import { TopLine } from './TopLine.tsx'
import { useBenchKeys } from './useBenchKeys.ts'

/** The editor of one part: fetches it, then opens a session on it. */
export function BenchScreen() {
  const { id } = useParams()
  const head = useQuery({
    queryKey: ['part', id],
    queryFn: () => fetchPart(id!),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  })
  if (head.isPending) return <Waiting what="the part" />
  if (head.isError && head.error instanceof ApiError && head.error.status === 422)
    return <StoppedPart id={id!} title="This part cannot be read" message={head.error.message} />
  if (head.isError) {
    return (
      <EmptyState title="This part cannot be opened">
        <p className="mb-3">{head.error.message}</p>
        <Link to="/" className="btn btn-sm btn-paper">
          Back to the Rack
        </Link>
      </EmptyState>
    )
  }
  return <OpenBench key={head.data.id} head={head.data} />
}

/** A session lives as long as the screen; leaving it sends what is not saved yet. */
function useSession(head: PartHead): { session: Session; compute: Compute } | undefined {
  const [made, setMade] = useState<{ session: Session; compute: Compute }>()
  const queries = useQueryClient()
  useEffect(() => {
    const compute = createCompute()
    const opened = createSession(head, compute, (message) => toast.error(message), readDraft(head))
    const draft = keepDraft(opened)
    const saving = startAutosave(opened)
    const leave = (): void => {
      draft.flush()
      saving.flush()
    }
    window.addEventListener('pagehide', leave)
    setMade({ session: opened, compute })
    return () => {
      window.removeEventListener('pagehide', leave)
      leave()
      draft.stop()
      saving.stop()
      opened.dispose()
      void queries.invalidateQueries({ queryKey: ['parts'] })
    }
  }, [head, queries])
  return made
}

function OpenBench({ head }: { readonly head: PartHead }) {
  const made = useSession(head)
  const view = useRef<BenchView | undefined>(undefined)
  const value = useMemo(() => made && { ...made, view }, [made])
  if (!value) return <Waiting what="the Bench" />
  return (
    <BenchContext value={value}>
      <Bench />
    </BenchContext>
  )
}

/** The sheet of the chosen sketch, if one is open. */
function useOpenSheet(): Sheet | undefined {
  const { session } = useBench()
  const open = useSessionState((s) => {
    const { sheet } = selectionOf(s)
    return sheet != null && partOf(s).steps.some((x) => x.id === sheet && x.kind === 'sketch')
      ? sheet
      : undefined
  })
  return useMemo(() => (open === undefined ? undefined : createSheet(session, open)), [session, open])
}

function Bench() {
  const sheet = useOpenSheet()
  const [palette, setPalette] = useState(false)
  const [file, setFile] = useState<FileId>()
  useBenchKeys(() => setPalette(true))
  const recipe = useKeptSize('recipe', 232)
  const inspector = useKeptSize('inspector', 312)
  const strip = useKeptSize('strip', 132)
  return (
    <SheetContext value={sheet}>
      <main className="flex h-full flex-col overflow-hidden">
        <TopLine onPalette={() => setPalette(true)} onFile={setFile} />
        <ConflictBar />
        {sheet ? <SheetBar /> : <StationLine />}
        <Group orientation="vertical" className="min-h-0 flex-1">
          <Panel id="upper" minSize={200}>
            <Group orientation="horizontal">
              <Panel
                id="recipe"
                {...recipe}
                minSize={150}
                maxSize={420}
                collapsible
                groupResizeBehavior="preserve-pixel-size"
              >
                {sheet ? <SheetTools /> : <RecipePanel />}
              </Panel>
              <Separator className="w-px" aria-label="Width of the recipe" />
              <Panel id="view" minSize={260}>
                <ScenePanel sheet={sheet?.stepId}>{sheet && <SheetSurface key={sheet.stepId} />}</ScenePanel>
              </Panel>
              <Separator className="w-px" aria-label="Width of the inspector" />
              <Panel
                id="inspector"
                {...inspector}
                minSize={240}
                maxSize={560}
                collapsible
                groupResizeBehavior="preserve-pixel-size"
              >
                {sheet ? <SheetInspector /> : <Inspector />}
              </Panel>
            </Group>
          </Panel>
          <Separator className="h-px" aria-label="Height of the strip" />
          <Panel
            id="strip"
            {...strip}
            minSize={90}
            maxSize={320}
            collapsible
            groupResizeBehavior="preserve-pixel-size"
          >
            <StripPanel />
          </Panel>
        </Group>
        <Palette open={palette} onClose={() => setPalette(false)} onFile={setFile} />
        <PointsDialog />
        {file && <FileDialog file={file} onClose={() => setFile(undefined)} />}
      </main>
    </SheetContext>
  )
}
