import type { ReactNode } from 'react'

/** Labels with figures lined up on the right. */
export function Figures({
  rows,
}: {
  readonly rows: readonly (readonly [label: string, value: ReactNode, title?: string] | undefined)[]
}) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
      {rows.map(
        (row) =>
          row && (
            <div key={row[0]} className="contents">
              <dt className="muted">{row[0]}</dt>
              <dd className="figure text-right font-medium" title={row[2]}>
                {row[1]}
              </dd>
            </div>
          ),
      )}
    </dl>
  )
}

/** A part of an inspector with a heading. */
export function Section(props: {
  readonly title: string
  readonly aside?: ReactNode
  readonly children: ReactNode
}) {
  return (
    <section className="border-t hairline px-3 py-3 first:border-t-0">
      <div className="mb-2 flex items-baseline justify-between gap-2">
        <h3 className="heading">{props.title}</h3>
        {props.aside}
      </div>
      {props.children}
    </section>
  )
}
