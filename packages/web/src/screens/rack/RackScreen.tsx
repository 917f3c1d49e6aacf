import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { dropsOf } from '@flexum/core/files'
import { useDropzone, type FileRejection } from 'react-dropzone'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { copyPart, createPart, fetchParts, setBinned, type RackRow } from '../../api/parts.ts'
import { CardList, SearchField } from '../CardList.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { importFiles } from './importFiles.ts'
import { NewPart } from './NewPart.tsx'
import { PartCard } from './PartCard.tsx'
import { arrange, SORTS, type SortKey } from './arrange.ts'

/** What can be done with the parts of the Rack. */
function useRackActions() {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const refresh = (): void => void queries.invalidateQueries({ queryKey: ['parts'] })
  const tell = (error: Error): void => void toast.error(error.message)
  const binning = useMutation({
    mutationFn: ({ row, to }: { row: RackRow; to: boolean }) => setBinned(row.id, to),
    onSuccess: (_, { row, to }) => {
      refresh()
      if (!to) return
      toast(`“${row.name}” is in the bin`, {
        action: { label: 'Undo', onClick: () => binning.mutate({ row, to: false }) },
      })
    },
    onError: tell,
  })
  const copying = useMutation({
    mutationFn: (row: RackRow) => copyPart(row.id),
    onSuccess: refresh,
    onError: tell,
  })
  const making = useMutation({
    mutationFn: createPart,
    onSuccess: (head) => {
      refresh()
      void navigate(`/parts/${head.id}`)
    },
    onError: tell,
  })
  return { refresh, binning, copying, making }
}

/** Takes in part files that are dropped anywhere on the page. */
function usePartDrop(refresh: () => void) {
  return useDropzone({
    noClick: true,
    noKeyboard: true,
    accept: dropsOf('part'),
    onDrop: async (files: File[], refused: FileRejection[]) => {
      for (const r of refused) toast.error(`${r.file.name} is no part file; a .json file is needed`)
      await importFiles(
        files,
        (message) => toast.error(message),
        (name) => toast.success(`“${name}” is on the Rack`),
      )
      refresh()
    },
  })
}

/** Home: all parts with pictures, or the bin. */
export function RackScreen({ bin }: { readonly bin: boolean }) {
  const [search, setSearch] = useState('')
  const [sort, setSort] = useState<SortKey>('changed')
  const list = useQuery({
    queryKey: ['parts', bin],
    queryFn: () => fetchParts(bin),
    // While figures are being worked out, look again.
    refetchInterval: (q) =>
      q.state.data?.some((r) => r.state === 'waiting' && r.binnedAt === null) ? 1500 : false,
  })
  const shown = useMemo(() => arrange(list.data ?? [], search, sort), [list.data, search, sort])
  const { refresh, binning, copying, making } = useRackActions()
  const drop = usePartDrop(refresh)
  return (
    <div {...drop.getRootProps({ className: 'flex min-h-full flex-col' })}>
      <PlacesHeader here={bin ? 'bin' : 'rack'}>
        <input {...drop.getInputProps({ 'aria-label': 'Part files to import' })} />
        <button type="button" className="btn btn-sm btn-paper" onClick={drop.open}>
          Bring in…
        </button>
        {!bin && <NewPart busy={making.isPending} onMake={(part) => making.mutate(part)} />}
      </PlacesHeader>
      <CardList
        title={bin ? 'Bin' : 'Rack'}
        what="the Rack"
        label={bin ? 'Parts in the bin' : 'Parts'}
        columns="grid-cols-[repeat(auto-fill,minmax(270px,1fr))]"
        list={list}
        shown={shown}
        controls={
          <>
            <SearchField
              label="Search parts"
              hint="Name, profile or material"
              className="w-64"
              text={search}
              onText={setSearch}
            />
            <SortChoice sort={sort} onSort={setSort} />
          </>
        }
        empty={
          bin
            ? { title: 'The bin is empty', words: 'Parts put in the bin wait here until they are restored.' }
            : {
                title: 'No parts yet',
                words: 'Start a new part from a shape, or drop a part file anywhere on this page.',
              }
        }
        noMatch={`Nothing matches “${search}”`}
        onShowAll={() => setSearch('')}
        card={(row) => (
          <PartCard
            key={row.id}
            row={row}
            now={list.dataUpdatedAt}
            onCopy={() => copying.mutate(row)}
            onBin={() => binning.mutate({ row, to: true })}
            onRestore={() => binning.mutate({ row, to: false })}
          />
        )}
      />
      {drop.isDragActive && (
        <div className="pointer-events-none fixed inset-3 z-50 flex items-center justify-center rounded-box border-2 border-dashed border-primary bg-base-100/85 text-[16px] font-semibold">
          Drop part files to bring them in
        </div>
      )}
    </div>
  )
}

function SortChoice({ sort, onSort }: { readonly sort: SortKey; onSort(sort: SortKey): void }) {
  return (
    <select
      className="select select-sm w-40"
      aria-label="Sort by"
      value={sort}
      onChange={(e) => onSort(e.target.value as SortKey)}
    >
      {Object.entries(SORTS).map(([key, s]) => (
        <option key={key} value={key}>
          {s.title}
        </option>
      ))}
    </select>
  )
}

/** The parts that are in use. */
export const Rack = () => <RackScreen bin={false} />

/** The parts that were thrown away, and can be taken out again. */
export const Bin = () => <RackScreen bin />
