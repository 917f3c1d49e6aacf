import { autoUpdate, flip, offset, shift, size, useFloating } from '@floating-ui/react-dom'
import { useEffect, useId, useRef, useState, type CSSProperties, type ReactNode, type RefObject } from 'react'

/** One line of a menu. */
export interface MenuItem {
  readonly label: string
  readonly hint?: string
  readonly checked?: boolean
  readonly disabled?: boolean
  onSelect(): void
}

/** How far a list stays off the edge of the window, px. */
const EDGE = 8
/** What is left of a list where there is no room at all, px. */
const LEAST_HEIGHT = 120

/**
 * A button that opens a list of commands, where there is room for it in the window; a list longer than that scrolls. Arrow keys
 * move, Enter chooses, Escape closes, and the focus goes back to the button.
 */
export function Menu(props: {
  readonly label: ReactNode
  readonly name: string
  readonly items: readonly (MenuItem | 'rule')[]
  readonly className?: string
  readonly align?: 'start' | 'end'
}) {
  const [open, setOpen] = useState(false)
  const root = useRef<HTMLDivElement>(null)
  const button = useRef<HTMLButtonElement>(null)
  const listId = useId()
  const { setReference, setFloating, floatingStyles } = useFloatingList(open, props.align)
  useEffect(() => {
    if (!open) return
    const away = (e: PointerEvent): void => {
      if (!root.current?.contains(e.target as Node)) setOpen(false)
    }
    window.addEventListener('pointerdown', away)
    root.current?.querySelector<HTMLElement>('[role^=menuitem]')?.focus({ preventScroll: true })
    return () => window.removeEventListener('pointerdown', away)
  }, [open])

  const onKeyDown = (e: React.KeyboardEvent): void => {
    const items = [...(root.current?.querySelectorAll<HTMLElement>('[role^=menuitem]:not(:disabled)') ?? [])]
    const at = items.indexOf(document.activeElement as HTMLElement)
    if (e.key === 'Escape' && open) {
      e.stopPropagation()
      setOpen(false)
      button.current?.focus()
    } else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault()
      if (!open) setOpen(true)
      else items.at((at + (e.key === 'ArrowDown' ? 1 : -1)) % items.length)?.focus()
    } else if (e.key === 'Tab') setOpen(false)
  }

  return (
    <div ref={root} role="presentation" className="relative shrink-0 whitespace-nowrap" onKeyDown={onKeyDown}>
      <button
        ref={(node) => {
          button.current = node
          setReference(node)
        }}
        type="button"
        className={props.className ?? 'btn btn-sm btn-paper'}
        aria-haspopup="menu"
        aria-expanded={open}
        aria-controls={open ? listId : undefined}
        aria-label={props.name}
        onClick={(e) => {
          e.stopPropagation()
          setOpen(!open)
        }}
      >
        {props.label}
      </button>
      {open && (
        <MenuList
          setFloating={setFloating}
          listId={listId}
          floatingStyles={floatingStyles}
          setOpen={setOpen}
          button={button}
          name={props.name}
          items={props.items}
        />
      )}
    </div>
  )
}

/** The list stands below its button, or above it where there is no room. */
function useFloatingList(open: boolean, align: 'start' | 'end' | undefined) {
  const {
    refs: { setReference, setFloating },
    floatingStyles,
  } = useFloating({
    open,
    strategy: 'fixed',
    placement: align === 'end' ? 'bottom-end' : 'bottom-start',
    middleware: [
      offset(4),
      flip({ padding: EDGE }),
      shift({ padding: EDGE, crossAxis: true }),
      size({
        padding: EDGE,
        apply({ availableHeight, elements }) {
          elements.floating.style.maxHeight = `${Math.max(LEAST_HEIGHT, availableHeight)}px`
        },
      }),
    ],
    whileElementsMounted: autoUpdate,
  })
  return { setReference, setFloating, floatingStyles }
}

/** The entries of the menu. */
function MenuList({
  setFloating,
  listId,
  floatingStyles,
  setOpen,
  button,
  name,
  items,
}: {
  readonly setFloating: (node: HTMLElement | null) => void
  readonly listId: string
  readonly floatingStyles: CSSProperties
  readonly setOpen: (next: boolean) => void
  readonly button: RefObject<HTMLButtonElement | null>
  readonly name: string
  readonly items: readonly (MenuItem | 'rule')[]
}) {
  return (
    <ul
      ref={setFloating}
      id={listId}
      role="menu"
      aria-label={name}
      className="z-40 min-w-48 overflow-y-auto rounded-box border hairline bg-base-100 py-1 shadow-lg"
      style={floatingStyles}
    >
      {items.map((item, i) =>
        item === 'rule' ? (
          <li key={i} aria-hidden className="my-1 border-t hairline" />
        ) : (
          <li key={item.label} role="none">
            <button
              type="button"
              role={item.checked === undefined ? 'menuitem' : 'menuitemradio'}
              aria-checked={item.checked}
              disabled={item.disabled}
              className="flex w-full items-baseline justify-between gap-6 px-3 py-1.5 text-left whitespace-nowrap hover:bg-base-200 focus-visible:bg-base-200 disabled:opacity-45"
              onClick={(e) => {
                e.stopPropagation()
                setOpen(false)
                button.current?.focus()
                item.onSelect()
              }}
            >
              <span>
                {item.checked !== undefined && (
                  <span className="inline-block w-4">{item.checked ? '•' : ''}</span>
                )}
                {item.label}
              </span>
              {item.hint && <span className="figure muted">{item.hint}</span>}
            </button>
          </li>
        ),
      )}
    </ul>
  )
}
