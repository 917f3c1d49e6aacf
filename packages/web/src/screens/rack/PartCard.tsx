import { MoreHorizontal } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { formatMass } from '@flexum/core/units'
import { fileAddress, pictureAddress, type RackRow } from '../../api/parts.ts'
import { ago } from '../../ui/ago.ts'
import { Menu } from '../../ui/Menu.tsx'

/** One part on the Rack: picture, name, key figures, what can be done with it. */
export function PartCard(props: {
  readonly row: RackRow
  readonly now: number
  onCopy(): void
  onBin(): void
  onRestore(): void
}) {
  const { row } = props
  const [missing, setMissing] = useState<number>()
  const binned = row.binnedAt !== null
  const waiting = row.state === 'waiting' && !binned
  const picture =
    row.picture === null || row.picture === missing ? (
      <span className="muted">{waiting ? 'being worked out…' : 'no body to show'}</span>
    ) : (
      <img
        src={pictureAddress(row.id, row.picture)}
        alt=""
        width={300}
        height={190}
        loading="lazy"
        className={`h-[172px] w-auto ${row.state === 'known' ? '' : 'opacity-45'}`}
        onError={() => setMissing(row.picture ?? undefined)}
      />
    )
  return (
    <li className="group relative flex flex-col rounded-box border hairline bg-base-100 focus-within:border-primary hover:border-[var(--ink3)]">
      <div className="flex h-[184px] items-center justify-center overflow-hidden rounded-t-box border-b hairline bg-gradient-to-b from-[var(--view-top)] to-[var(--view-bottom)]">
        {picture}
      </div>
      <div className="flex items-start gap-2 px-3 pt-2 pb-2.5">
        <div className="min-w-0 flex-1">
          {binned ? (
            <span className="heading block truncate">{row.name}</span>
          ) : (
            <Link
              to={`/parts/${row.id}`}
              className="heading block truncate after:absolute after:inset-0 after:content-['']"
            >
              {row.name}
            </Link>
          )}
          <Figures row={row} />
          <p className="muted mt-0.5 text-xs">
            {row.state === 'failed' && (
              <span className="mr-2 font-medium text-error" title={row.trouble ?? undefined}>
                ✕ not worked out{row.trouble ? `: ${row.trouble}` : ''}
              </span>
            )}
            {waiting && row.picture !== null && <span className="mr-2">◌ being worked out…</span>}
            {row.state === 'known' && row.figures.blocking > 0 && (
              <span className="mr-2 font-medium text-error">✕ {row.figures.blocking} open</span>
            )}
            {ago(binned ? row.binnedAt! : row.updatedAt, props.now)}
          </p>
        </div>
        <div className="relative z-10">
          <PartMenu
            row={row}
            binned={binned}
            onRestore={props.onRestore}
            onCopy={props.onCopy}
            onBin={props.onBin}
          />
        </div>
      </div>
    </li>
  )
}

/** What can be done with the part. */
function PartMenu({
  row,
  binned,
  onRestore,
  onCopy,
  onBin,
}: {
  readonly row: RackRow
  readonly binned: boolean
  readonly onRestore: () => void
  readonly onCopy: () => void
  readonly onBin: () => void
}) {
  return (
    <Menu
      name={`More for ${row.name}`}
      label={<MoreHorizontal size={16} aria-hidden />}
      className="btn btn-sm btn-ghost btn-square"
      align="end"
      items={
        binned
          ? [{ label: 'Restore', onSelect: onRestore }]
          : [
              { label: 'Duplicate', onSelect: onCopy },
              { label: 'Save as a file', onSelect: () => window.location.assign(fileAddress(row.id)) },
              'rule',
              { label: 'Put in the bin', onSelect: onBin },
            ]
      }
    />
  )
}

/** Length, section and mass in a line; where it is too long the section is cut short, not a figure. */
function Figures({ row }: { readonly row: RackRow }) {
  const { length, profile, mass } = row.figures
  const before = length === undefined ? undefined : `${length.toFixed(0)} mm`
  const after = mass === undefined ? undefined : formatMass(mass, 'kg')
  return (
    <p className="figure muted flex min-h-[1lh] whitespace-pre">
      {before}
      {before && profile && ' · '}
      {profile && (
        <span className="truncate" title={profile}>
          {profile}
        </span>
      )}
      {after && (before || profile) && ' · '}
      {after}
    </p>
  )
}
