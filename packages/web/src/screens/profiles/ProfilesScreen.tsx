import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { MoreHorizontal } from 'lucide-react'
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
import { Menu } from '../../ui/Menu.tsx'
import { CardList, SearchField } from '../CardList.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { readFigure } from '../../ui/readFigure.ts'
import { arrangeSections, type KindFilter } from './arrange.ts'
import { SectionPicture } from './SectionPicture.tsx'

/** What can be done with the sections of the library. */
function useLibraryActions() {
  const navigate = useNavigate()
  const queries = useQueryClient()
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
      const { STARTERS, putSection } = await import('@flexum/core/recipe')
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
  return {
    bin: (row: LibraryRow, to: boolean) => binning.mutate({ row, to }),
    start: (row: LibraryRow) => starting.mutate(row),
    exportFile: (row: LibraryRow) => void exportFile(row).catch(tell),
    bringIn: (file: File) => void bringIn(file),
  }
}

/** What narrows the library down. */
interface Narrowed {
  readonly search: string
  readonly kind: KindFilter
  readonly from: string
  readonly to: string
}

const ALL: Narrowed = { search: '', kind: 'all', from: '', to: '' }

/** The library: every saved section, searched and filtered, to start a part with or take out as a file. */
export function ProfilesScreen() {
  const [by, setBy] = useState(ALL)
  const [bin, setBin] = useState(false)
  const list = useQuery({ queryKey: ['sections', bin], queryFn: () => fetchSections(bin) })
  const size = { from: sizeOf(by.from), to: sizeOf(by.to) }
  const shown = arrangeSections(list.data ?? [], by.search, by.kind, size)
  const actions = useLibraryActions()
  return (
    <div className="flex min-h-full flex-col">
      <PlacesHeader here="profiles">
        <FileButton sort="part" className="btn-sm btn-paper" onFile={actions.bringIn}>
          Bring in…
        </FileButton>
      </PlacesHeader>
      <CardList
        title={bin ? 'Profiles in the bin' : 'Profiles'}
        what="Profiles"
        label="Profiles"
        columns="grid-cols-[repeat(auto-fill,minmax(210px,1fr))]"
        list={list}
        shown={shown}
        controls={
          <LibraryControls by={by} bin={bin} onBin={setBin} onBy={(more) => setBy({ ...by, ...more })} />
        }
        empty={
          bin
            ? { title: 'No profile is in the bin', words: 'Profiles put in the bin wait here.' }
            : { title: 'No profiles yet', words: 'On the Bench, at Profile, save a section to have it here.' }
        }
        noMatch="Nothing matches"
        onShowAll={() => setBy(ALL)}
        card={(row) => (
          <SectionCard
            key={row.id}
            row={row}
            now={list.dataUpdatedAt}
            onStart={() => actions.start(row)}
            onTakeOut={() => actions.exportFile(row)}
            onBin={(to) => actions.bin(row, to)}
          />
        )}
      />
    </div>
  )
}

function LibraryControls(props: {
  readonly by: Narrowed
  readonly bin: boolean
  onBin(bin: boolean): void
  onBy(more: Partial<Narrowed>): void
}) {
  const { by, bin, onBy } = props
  return (
    <>
      <button
        type="button"
        className="btn btn-sm btn-ghost"
        aria-pressed={bin}
        onClick={() => props.onBin(!bin)}
      >
        {bin ? 'Back to Profiles' : 'Binned profiles'}
      </button>
      <SearchField
        label="Search profiles"
        hint="Name, size, material or tag"
        className="w-56"
        text={by.search}
        onText={(search) => onBy({ search })}
      />
      <select
        className="select select-sm w-36"
        aria-label="Kind"
        value={by.kind}
        onChange={(e) => onBy({ kind: e.target.value as KindFilter })}
      >
        <option value="all">all kinds</option>
        <option value="stock">by sizes</option>
        <option value="drawn">drawn</option>
      </select>
      <SizeField label="Larger side from" text={by.from} onText={(from) => onBy({ from })} />
      <SizeField label="to" text={by.to} onText={(to) => onBy({ to })} />
    </>
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
