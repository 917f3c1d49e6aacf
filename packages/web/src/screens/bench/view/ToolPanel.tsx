import type { ReactNode } from 'react'
import { useFocusFirst } from '../../../ui/useFocusFirst.ts'

/** A small panel under the tools of the picture, out of the way of the part. */
export function ToolPanel(props: { readonly title: string; readonly children: ReactNode; onClose(): void }) {
  const opened = useFocusFirst<HTMLElement>('input, select')
  return (
    <section
      ref={opened}
      aria-label={props.title}
      className="hairline absolute top-12 left-3 flex w-58 flex-col gap-2 rounded-[3px] border bg-base-100/95 px-3 py-2.5 shadow-sm"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !(e.target instanceof HTMLInputElement && e.target.type === 'text'))
          props.onClose()
      }}
    >
      <div className="flex items-baseline justify-between">
        <h3 className="heading">{props.title}</h3>
        <button type="button" className="link muted text-[12.5px]" onClick={props.onClose}>
          Close
        </button>
      </div>
      {props.children}
    </section>
  )
}

/** A slider with its figure. */
export function Slider(props: {
  readonly label: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step: number
  readonly shown: string
  onChange(value: number): void
}) {
  return (
    <label className="grid grid-cols-[1fr_auto] items-baseline gap-x-2">
      <span className="muted">{props.label}</span>
      <span className="figure">{props.shown}</span>
      <input
        type="range"
        className="range range-xs range-primary col-span-2 mt-1 w-full"
        min={props.min}
        max={props.max}
        step={props.step}
        value={props.value}
        aria-valuetext={props.shown}
        onChange={(e) => props.onChange(Number(e.target.value))}
      />
    </label>
  )
}
