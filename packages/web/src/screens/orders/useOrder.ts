import { useCallback, useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import type { Order } from '@flexum/core/report'
import { fetchOrder, saveOrder, type OrderHead } from '../../api/orders.ts'
import { ApiError } from '../../api/client.ts'

/** Most steps that can be undone. */
const MOST_STEPS = 200

interface Steps {
  readonly past: readonly Order[]
  readonly now: Order
  readonly future: readonly Order[]
}

export type SaveState = 'saved' | 'saving' | 'not saved'

/** An order that is worked on: changes are saved as they are made, one after the other, and can be undone. */
export interface OrderInWork {
  readonly order: Order
  readonly saving: SaveState
  readonly canUndo: boolean
  readonly canRedo: boolean
  change(next: (order: Order) => Order): void
  undo(): void
  redo(): void
  /** Resolves when all is saved; false where it could not be. */
  settled(): Promise<boolean>
}

export function useOrder(head: OrderHead, onSaved: () => void): OrderInWork {
  const [steps, setSteps] = useState<Steps>({ past: [], now: head.order, future: [] })
  const [saving, setSaving] = useState<SaveState>('saved')
  const live = useRef(steps)
  const base = useRef(head.revision)
  const kept = useRef(head.order)
  const going = useRef<Promise<boolean>>(Promise.resolve(true))

  const put = useCallback((next: Steps): void => {
    live.current = next
    setSteps(next)
  }, [])
  const save = useCallback((): void => {
    going.current = going.current.then(async () => {
      const { now } = live.current
      if (now === kept.current) return true
      setSaving('saving')
      try {
        base.current = await saveOrder(head.id, base.current, now)
        kept.current = now
        setSaving(live.current.now === now ? 'saved' : 'saving')
        onSaved()
        return true
      } catch (error) {
        setSaving('not saved')
        toast.error(error instanceof Error ? error.message : String(error))
        if (error instanceof ApiError && error.status === 409) {
          // Someone saved in between: theirs is what counts now, and ours is one step of undo away.
          const theirs = await fetchOrder(head.id)
          base.current = theirs.revision
          kept.current = theirs.order
          put({ past: [...live.current.past, live.current.now], now: theirs.order, future: [] })
          setSaving('saved')
        }
        return false
      }
    })
  }, [head.id, onSaved, put])

  const go = useCallback(
    (next: Steps): void => {
      put(next)
      save()
    },
    [put, save],
  )
  const change = useCallback(
    (of: (order: Order) => Order): void => {
      const { past, now } = live.current
      const next = of(now)
      if (next !== now) go({ past: [...past, now].slice(-MOST_STEPS), now: next, future: [] })
    },
    [go],
  )
  const undo = useCallback((): void => {
    const { past, now, future } = live.current
    const before = past.at(-1)
    if (before) go({ past: past.slice(0, -1), now: before, future: [now, ...future] })
  }, [go])
  const redo = useCallback((): void => {
    const { past, now, future } = live.current
    const [next, ...rest] = future
    if (next) go({ past: [...past, now], now: next, future: rest })
  }, [go])
  useUndoKeys(undo, redo)

  const settled = useCallback(() => going.current, [])
  return {
    order: steps.now,
    saving,
    canUndo: steps.past.length > 0,
    canRedo: steps.future.length > 0,
    change,
    undo,
    redo,
    settled,
  }
}

/** Undo and redo by keys. */
function useUndoKeys(undo: () => void, redo: () => void) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (!(e.ctrlKey || e.metaKey) || e.altKey) return
      const typing = e.target instanceof HTMLInputElement && e.target.type === 'text'
      if (typing) return
      const key = e.key.toLowerCase()
      if (key === 'z' && !e.shiftKey) undo()
      else if (key === 'y' || (key === 'z' && e.shiftKey)) redo()
      else return
      e.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [undo, redo])
}
