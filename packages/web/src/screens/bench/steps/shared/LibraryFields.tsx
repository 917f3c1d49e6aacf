import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useId, useRef, useState } from 'react'
import { toast } from 'sonner'
import { type SectionSource, putSection, setSource, takeSection, type ProfileStep } from '@flexum/core/recipe'
import {
  createSection,
  fetchSection,
  fetchSections,
  saveSection,
  type LibraryRow,
} from '../../../../api/sections.ts'
import { partOf } from '../../../../bench/session.ts'
import { arrangeSections } from '../../../profiles/arrange.ts'
import { SectionPicture } from '../../../profiles/SectionPicture.tsx'
import { useBench, usePart } from '../../context.ts'

const useSections = () => useQuery({ queryKey: ['sections', false], queryFn: () => fetchSections(false) })

/** Saves the section to the library, takes another from it, and tells when the one in use has a newer version. */
export function LibraryFields({ step }: { readonly step: ProfileStep }) {
  const sections = useSections()
  const row = sections.data?.find((s) => s.id === step.source?.section)
  return (
    <>
      {step.source && row && row.version > step.source.version && (
        <NewerVersion step={step} source={step.source} row={row} />
      )}
      <div className="flex gap-2">
        <FromProfiles step={step} />
        <SaveToProfiles key={step.id} step={step} row={row} />
      </div>
    </>
  )
}

function NewerVersion(props: {
  readonly step: ProfileStep
  readonly source: SectionSource
  readonly row: LibraryRow
}) {
  const { session } = useBench()
  const { step, source, row } = props
  const uses = usePart().steps.filter(
    (s) =>
      (s.kind === 'stock-profile' || s.kind === 'sketch-profile') && s.source?.section === source.section,
  )
  const update = async (): Promise<void> => {
    const { section, version } = await fetchSection(row.id)
    const label = `Version ${version} of ${row.name}`
    const mergeKey = `section-${row.id}-${version}-${step.id}`
    for (const use of uses)
      session.run(
        putSection,
        { section, source: { section: row.id, version }, replaces: use.id, id: use.id },
        { label, mergeKey },
      )
  }
  return (
    <div className="rounded-r-box border-l-[3px] border-warning bg-[var(--warn-wash)] px-3 py-2">
      <p>
        <span aria-hidden>◆ </span>“{row.name}” has version {row.version} in Profiles; this part keeps version{' '}
        {source.version}.
      </p>
      <button
        type="button"
        className="btn btn-xs btn-paper mt-1"
        onClick={() => void update().catch((e: Error) => toast.error(e.message))}
      >
        {uses.length === 1
          ? `Use version ${row.version}`
          : `Use version ${row.version} in all ${uses.length} places`}
      </button>
    </div>
  )
}

/** A dialog with the library; what is pressed takes the place of this profile. */
function FromProfiles({ step }: { readonly step: ProfileStep }) {
  const { session } = useBench()
  const dialog = useRef<HTMLDialogElement>(null)
  const [search, setSearch] = useState('')
  const sections = useSections()
  const title = useId()
  const shown = arrangeSections(sections.data ?? [], search, 'all')
  const take = async (row: LibraryRow): Promise<void> => {
    const { section, version } = await fetchSection(row.id)
    const source = { section: row.id, version }
    const put = session.run(
      putSection,
      { section, source, replaces: step.id, id: step.id },
      { label: row.name, select: { station: 'profile', step: step.id } },
    )
    if (put) dialog.current?.close()
  }
  return (
    <>
      <button type="button" className="btn btn-xs btn-paper" onClick={() => dialog.current?.showModal()}>
        From Profiles…
      </button>
      <dialog ref={dialog} className="modal" aria-labelledby={title}>
        <div className="modal-box max-w-2xl">
          <div className="mb-3 flex items-center gap-3">
            <h2 id={title} className="flex-1 text-[17px] font-semibold">
              Profiles
            </h2>
            <input
              type="search"
              className="input input-sm w-56"
              aria-label="Search profiles"
              placeholder="Name, size, material or tag"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
              Close
            </button>
          </div>
          {sections.isError && <p className="text-error">{sections.error.message}</p>}
          {sections.data && shown.length === 0 && (
            <p className="muted">Nothing here. Save a section first.</p>
          )}
          <ul className="grid grid-cols-3 gap-2" aria-label="Profiles to take">
            {shown.map((row) => (
              <li key={row.id}>
                <button
                  type="button"
                  className="flex w-full cursor-pointer flex-col items-center gap-1 rounded-box border hairline bg-base-100 p-2 hover:border-primary"
                  onClick={() => void take(row).catch((e: Error) => toast.error(e.message))}
                >
                  {row.figures ? (
                    <SectionPicture picture={row.figures.picture} className="h-16 w-full" />
                  ) : (
                    <span className="muted flex h-16 items-center">not worked out</span>
                  )}
                  <span className="heading max-w-full truncate">{row.name}</span>
                  <span className="figure muted max-w-full truncate">
                    {row.figures?.summary ?? row.trouble}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      </dialog>
    </>
  )
}

/** A dialog that saves the section as a new one, or as a newer version of the one it was taken from. */
function SaveToProfiles({ step, row }: { readonly step: ProfileStep; readonly row: LibraryRow | undefined }) {
  const { session } = useBench()
  const queries = useQueryClient()
  const dialog = useRef<HTMLDialogElement>(null)
  const [name, setName] = useState('')
  const [tags, setTags] = useState('')
  const [over, setOver] = useState(false)
  const title = useId()
  const asVersion = over && row !== undefined
  const save = async (): Promise<void> => {
    const given = name.trim() || (asVersion ? row.name : step.name)
    const section = takeSection(partOf(session.store.getState()), step.id, given)
    if (!section.ok) {
      toast.error(`“${step.name}” cannot be saved: ${section.fault.message}`)
      return
    }
    const words = tags
      .split(',')
      .map((t) => t.trim())
      .filter(Boolean)
    const saved = asVersion
      ? await saveSection(row.id, row.version, section.value, words.length > 0 ? words : row.tags)
      : await createSection(section.value, words)
    session.run(
      setSource,
      { step: step.id, source: { section: saved.id, version: saved.version } },
      { label: `Save ${given} to Profiles` },
    )
    await queries.invalidateQueries({ queryKey: ['sections'] })
    dialog.current?.close()
    toast.success(`“${given}” is in Profiles, version ${saved.version}`)
  }
  return (
    <>
      <button type="button" className="btn btn-xs btn-paper" onClick={() => dialog.current?.showModal()}>
        Save to Profiles…
      </button>
      <dialog ref={dialog} className="modal" aria-labelledby={title}>
        <form
          className="modal-box flex max-w-md flex-col gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            void save().catch((e1: Error) => toast.error(e1.message))
          }}
        >
          <h2 id={title} className="text-[17px] font-semibold">
            Save to Profiles
          </h2>
          {row && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={over}
                onChange={(e) => setOver(e.target.checked)}
              />
              As version {row.version + 1} of “{row.name}”
            </label>
          )}
          <label className="flex flex-col gap-1">
            <span className="muted">Section name</span>
            <input
              className="input w-full"
              value={name}
              maxLength={120}
              placeholder={asVersion ? row.name : step.name}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <label className="flex flex-col gap-1">
            <span className="muted">Tags, with commas between</span>
            <input className="input w-full" value={tags} onChange={(e) => setTags(e.target.value)} />
          </label>
          <div className="modal-action">
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
              Cancel
            </button>
            <button type="submit" className="btn btn-sm btn-neutral">
              Save
            </button>
          </div>
        </form>
      </dialog>
    </>
  )
}
