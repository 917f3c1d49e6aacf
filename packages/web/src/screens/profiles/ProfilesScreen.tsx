import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { MoreHorizontal, Search } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { createPart } from '../../api/parts.ts'
import {
  createSection,
  fetchSection,
  fetchSections,
  setSectionBinned,
  type LibraryRow,
} from '../../api/sections.ts'
import { formatDigits, MASS_DIGITS } from '@flexum/core/units'
import { ago } from '../../ui/ago.ts'
import { FileButton } from '../../ui/FileButton.tsx'
import { download } from '../../ui/download.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { readFigure } from '../../ui/readFigure.ts'
import { arrangeSections, type KindFilter } from './arrange.ts'
import { SectionPicture } from './SectionPicture.tsx'

/** The library: every saved section, searched and filtered, to start a part with or take out as a file. */
export function ProfilesScreen() {
  const [search, setSearch] = useState('')
  const [kind, setKind] = useState<KindFilter>('all')
  const [bin, setBin] = useState(false)
  const navigate = useNavigate()
  const queries = useQueryClient()
  const list = useQuery({ queryKey: ['sections', bin], queryFn: () => fetchSections(bin) })
  const [from, setFrom] = useState('')
  const [to, setTo] = useState('')
  const size = { from: sizeOf(from), to: sizeOf(to) }
  const shown = arrangeSections(list.data ?? [], search, kind, size)
  const refresh = (): void => void queries.invalidateQueries({ queryKey: ['sections'] })
  const tell = (error: Error): void => void toast.error(error.message)
  const binning = useMutation({
    mutationFn: ({ row, to }: { row: LibraryRow; to: boolean }) => setSectionBinned(row.id, to),
    onSuccess: (_, { row, to }) => {
      refresh()
      if (!to) return
      toast(`“${row.name}” is in the bin; parts that use it keep it`, {
        action: { label: 'Undo', onClick: () => binning.mutate({ row, to: false }) },
      })
    },
    onError: tell,
  })
  const starting = useMutation({
    mutationFn: async (row: LibraryRow) => {
      const [{ STARTERS }, { putSection }] = await Promise.all([
        import('@flexum/core/recipe'),
        import('@flexum/core/recipe'),
      ])
      const { section, version } = await fetchSection(row.id)
      const source = { section: row.id, version }
      const made = putSection(STARTERS.straight.make(row.name), {
        section,
        source,
        replaces: 'profile',
        id: 'profile',
      })
      if (!made.ok) throw new Error(made.fault.message)
      return createPart(made.value)
    },
    onSuccess: (head) => void navigate(`/parts/${head.id}`),
    onError: tell,
  })
  const exportFile = async (row: LibraryRow): Promise<void> => {
    const { writePart } = await import('@flexum/core/recipe')
    const { section } = await fetchSection(row.id)
    download(`${row.name}.section.json`, writePart(section), 'application/json')
  }
  const bringIn = async (file: File): Promise<void> => {
    const { IMPORTS } = await import('@flexum/core/files')
    const read = IMPORTS.part.read(await file.text())
    if (!read.ok) {
      toast.error(`${file.name}: ${read.fault.message}`)
      return
    }
    await createSection(read.value, []).then(refresh, (e: Error) => toast.error(`${file.name}: ${e.message}`))
  }
  return (
    <div className="flex min-h-full flex-col">
      <PlacesHeader here="profiles">
        <FileButton sort="part" className="btn-sm btn-paper" onFile={(file) => void bringIn(file)}>
          Bring in…
        </FileButton>
      </PlacesHeader>
      <main className="mx-auto w-full max-w-[1232px] flex-1 px-6 py-5">
        <div className="mb-4 flex items-center gap-3">
          <h1 className="text-[19px] font-semibold">{bin ? 'Profiles in the bin' : 'Profiles'}</h1>
          <span className="figure muted pt-1">
            {list.data ? `${shown.length} of ${list.data.length}` : ''}
          </span>
          <div className="flex-1" />
          <button
            type="button"
            className="btn btn-sm btn-ghost"
            aria-pressed={bin}
            onClick={() => setBin(!bin)}
          >
            {bin ? 'Back to Profiles' : 'Binned profiles'}
          </button>
          <label className="input input-sm w-56">
            <Search size={14} aria-hidden />
            <input
              type="search"
              aria-label="Search profiles"
              placeholder="Name, size, material or tag"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
          </label>
          <select
            className="select select-sm w-36"
            aria-label="Kind"
            value={kind}
            onChange={(e) => setKind(e.target.value as KindFilter)}
          >
            <option value="all">all kinds</option>
            <option value="stock">by sizes</option>
            <option value="drawn">drawn</option>
          </select>
          <SizeField label="Larger side from" text={from} onText={setFrom} />
          <SizeField label="to" text={to} onText={setTo} />
        </div>
        {list.isPending && <Waiting what="Profiles" />}
        {list.isError && (
          <CannotShow
            title="Profiles cannot be shown"
            error={list.error}
            onAgain={() => void list.refetch()}
          />
        )}
        {list.data?.length === 0 && (
          <EmptyState title={bin ? 'No profile is in the bin' : 'No profiles yet'}>
            {bin
              ? 'Profiles put in the bin wait here.'
              : 'On the Bench, at Profile, save a section to have it here.'}
          </EmptyState>
        )}
        {list.data && list.data.length > 0 && shown.length === 0 && (
          <EmptyState title="Nothing matches">
            <button
              type="button"
              className="link"
              onClick={() => {
                setSearch('')
                setKind('all')
                setFrom('')
                setTo('')
              }}
            >
              Show all
            </button>
          </EmptyState>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-4" aria-label="Profiles">
          {shown.map((row) => (
            <SectionCard
              key={row.id}
              row={row}
              now={list.dataUpdatedAt}
              onStart={() => starting.mutate(row)}
              onTakeOut={() => void exportFile(row).catch(tell)}
              onBin={(to) => binning.mutate({ row, to })}
            />
          ))}
        </ul>
      </main>
    </div>
  )
}

/** A length in mm typed as any length is; undefined when there is none or it cannot be read. */
function sizeOf(text: string): number | undefined {
  const read = text.trim() === '' ? undefined : readFigure(text, 'length')
  return read?.ok ? read.value : undefined
}

function SizeField(props: { readonly label: string; readonly text: string; onText(text: string): void }) {
  const read = props.text.trim() === '' ? undefined : readFigure(props.text, 'length')
  const wrong = read?.ok === false
  return (
    <label className="flex items-center gap-1.5 whitespace-nowrap">
      <span className="muted">{props.label}</span>
      <input
        className={`input input-sm figure w-20 text-right ${wrong ? 'input-error' : ''}`}
        placeholder="any"
        title={wrong ? read.fault.message : 'a length; bare figures are mm'}
        aria-invalid={wrong}
        value={props.text}
        onChange={(e) => props.onText(e.target.value)}
      />
    </label>
  )
}

function SectionCard(props: {
  readonly row: LibraryRow
  readonly now: number
  onStart(): void
  onTakeOut(): void
  onBin(to: boolean): void
}) {
  const { row } = props
  const { figures: f } = row
  const binned = row.binnedAt !== null
  return (
    <li className="flex flex-col rounded-box border hairline bg-base-100">
      <div className="flex h-[132px] items-center justify-center border-b hairline p-4">
        {f ? (
          <SectionPicture picture={f.picture} className="h-full w-full" />
        ) : (
          <span className="muted">
            {row.state === 'waiting' ? 'being worked out…' : 'no section to show'}
          </span>
        )}
      </div>
      <div className="flex items-start gap-2 px-3 pt-2 pb-2.5">
        <div className="min-w-0 flex-1">
          <h2 className="heading truncate">{row.name}</h2>
          {f && (
            <>
              <p className="figure muted truncate" title={f.summary}>
                {f.summary}
              </p>
              <p className="figure muted truncate">
                {f.area.toFixed(1)} mm² · {formatDigits(f.massPerMetre, MASS_DIGITS)} kg/m
              </p>
            </>
          )}
          {row.state === 'failed' && <p className="text-xs font-medium text-error">✕ {row.trouble}</p>}
          <p className="muted mt-0.5 truncate text-xs">
            {f ? `${f.material} · ` : ''}version {row.version} · {ago(row.updatedAt, props.now)}
          </p>
          {row.tags.length > 0 && <p className="muted truncate text-xs">{row.tags.join(', ')}</p>}
        </div>
        <Menu
          name={`More for ${row.name}`}
          label={<MoreHorizontal size={16} aria-hidden />}
          className="btn btn-sm btn-ghost btn-square"
          align="end"
          items={
            binned
              ? [{ label: 'Restore', onSelect: () => props.onBin(false) }]
              : [
                  { label: 'Start a part with it', onSelect: props.onStart },
                  { label: 'Save as a file', onSelect: props.onTakeOut },
                  'rule',
                  { label: 'Put in the bin', onSelect: () => props.onBin(true) },
                ]
          }
        />
      </div>
    </li>
  )
}
