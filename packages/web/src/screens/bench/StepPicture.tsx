import type { Step, StockShape } from '@flexum/core/document'

const SECTIONS: Readonly<Record<StockShape, string>> = {
  'round-bar': 'M19 15a6 6 0 1 1-12 0 6 6 0 0 1 12 0Z',
  tube: 'M20 15a7 7 0 1 1-14 0 7 7 0 0 1 14 0ZM17 15a4 4 0 1 0-8 0 4 4 0 0 0 8 0Z',
  'square-bar': 'M8 10h10v10H8Z',
  'rectangular-bar': 'M6 11h14v8H6Z',
  flat: 'M5 13h16v4H5Z',
  hexagon: 'M6 15l3.5-6h7l3.5 6-3.5 6h-7Z',
  cable:
    'M15.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM20.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM17.8 19.3a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM12.8 19.3a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM10.3 15.0a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM12.8 10.7a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0ZM17.8 10.7a2.3 2.3 0 1 1-4.6 0 2.3 2.3 0 0 1 4.6 0Z',
  'square-tube': 'M7 9h12v12H7ZM10 12v6h6v-6Z',
  'rectangular-tube': 'M5 10h16v10H5ZM8 13v4h10v-4Z',
  angle: 'M7 8h4v9h9v4H7Z',
  channel: 'M7 8h12v4h-8v6h8v4H7Z',
  tee: 'M5 9h16v4h-6v9h-4v-9H5Z',
  'half-round': 'M5 19a8 8 0 0 1 16 0Z',
  'quarter-round': 'M7 21V9a12 12 0 0 1 12 12Z',
  cove: 'M7 21V9h3a9 9 0 0 0 9 9v3Z',
  bead: 'M7 21v-5a6 6 0 0 1 12 0v5Z',
  ovolo: 'M7 21V9h3a9 9 0 0 1 9 9v3Z',
  ogee: 'M6 22V8h3a6 6 0 0 0 5 6 6 6 0 0 1 5 6v2Z',
  skirting: 'M10 22V10h3a4 4 0 0 1 4 4v8Z',
  cornice: 'M6 22v-4L16 8h5Z',
}

const STEPS: Readonly<Record<Exclude<Step['kind'], 'stock-profile'>, string>> = {
  sketch: 'M5 22h16M6 20V9h6l8 8',
  'sketch-path': 'M6 22V13a5 5 0 0 1 10 0v3a3 3 0 0 0 5 2',
  'sketch-profile': 'M6 21V10h5l3 5h6v6Z',
  'node-path': 'M6 22V12a4 4 0 0 1 4-4h5a3 3 0 0 1 3 3v1a3 3 0 0 0 3 3',
  'helix-path': 'M7 22c0-4 12 1 12-4S7 17 7 13s12 1 12-4',
  run: 'M8 22v-7a5 5 0 0 1 5-5h8',
  blank: 'M5 12h16v6H5ZM11 12v6M15 12v6',
}

/** Drawn in ink and not in copper. */
const INKED: ReadonlySet<string> = new Set(['blank', 'sketch', 'sketch-profile'])

/** A small drawing for a step of the recipe. */
export function StepPicture(props: { readonly kind: Step['kind'] | 'values'; readonly shape?: StockShape }) {
  return (
    <svg
      viewBox="0 0 26 30"
      width="32"
      height="30"
      aria-hidden
      className="shrink-0 rounded-[3px] border hairline bg-base-100"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
    >
      {props.kind === 'values' && (
        <text
          x="13"
          y="19"
          textAnchor="middle"
          fontSize="11"
          stroke="none"
          fill="currentColor"
          fontFamily="var(--font-mono)"
        >
          a=
        </text>
      )}
      {props.kind === 'stock-profile' && (
        <path
          d={SECTIONS[props.shape ?? 'round-bar']}
          fill="currentColor"
          fillOpacity="0.16"
          fillRule="evenodd"
        />
      )}
      {props.kind === 'run' && <path d={STEPS.run} stroke="var(--color-primary)" strokeWidth="4.5" />}
      {props.kind !== 'values' && props.kind !== 'stock-profile' && props.kind !== 'run' && (
        <path
          d={STEPS[props.kind]}
          {...(props.kind === 'node-path' ? { strokeDasharray: '3 2' } : {})}
          {...(props.kind === 'sketch-profile' ? { fill: 'currentColor', fillOpacity: 0.16 } : {})}
          stroke={INKED.has(props.kind) ? 'currentColor' : 'var(--color-primary)'}
        />
      )}
    </svg>
  )
}
