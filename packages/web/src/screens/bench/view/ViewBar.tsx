import { STANDARD_VIEWS, type BenchView, type StandardView } from '../../../scene/BenchView.ts'

/** What can be done with the picture; one at a time. */
const VIEW_TOOLS = {
  lens: 'Lens',
  cut: 'Cut through',
  section: 'Section',
  measure: 'Measure',
  grow: 'Grow',
  inside: 'In the room',
} as const
export type ViewTool = keyof typeof VIEW_TOOLS

/** Directions to look from, and the tools of the picture. */
export function ViewBar(props: {
  readonly view: BenchView | undefined
  readonly tool: ViewTool | undefined
  /** There is a room to stand in. */
  readonly hasRoom: boolean
  onTool(tool: ViewTool | undefined): void
}) {
  const offered = (tool: ViewTool): boolean => tool !== 'inside' || props.hasRoom || props.tool === tool
  const button = 'btn btn-sm btn-ghost px-2 font-normal hover:bg-base-100'
  return (
    <div className="absolute top-2.5 left-3 right-3 flex flex-wrap items-center gap-x-0.5">
      <div role="group" aria-label="Look from" className="flex gap-0.5">
        {(Object.keys(STANDARD_VIEWS) as StandardView[]).map((name) => (
          <button key={name} type="button" className={button} onClick={() => props.view?.look(name)}>
            {name}
          </button>
        ))}
      </div>
      <span className="hairline mx-1.5 h-4 border-l" aria-hidden />
      <div role="group" aria-label="Tools of the picture" className="flex gap-0.5">
        {(Object.keys(VIEW_TOOLS) as ViewTool[]).filter(offered).map((tool) => (
          <button
            key={tool}
            type="button"
            aria-pressed={props.tool === tool}
            className={`${button} ${props.tool === tool ? 'bg-[var(--chosen-wash)] underline decoration-primary decoration-2 underline-offset-4' : ''}`}
            onClick={() => props.onTool(props.tool === tool ? undefined : tool)}
          >
            {VIEW_TOOLS[tool]}
          </button>
        ))}
      </div>
    </div>
  )
}
