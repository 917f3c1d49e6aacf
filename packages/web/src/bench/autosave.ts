import { ApiError } from '../api/client.ts'
import { savePart } from '../api/parts.ts'
import { partOf, type Session } from './session.ts'

/** Rest after the last change before it is sent, ms. */
const REST_MS = 500
const RETRY_MS = 4000

/**
 * Sends every change a moment after it is made, one save at a time. A stale save stops the sending until the person
 * has chosen; a lost connection is tried again. `flush` sends at once, for when the page is left.
 */
export function startAutosave(session: Session): { flush(): void; stop(): void } {
  const { store } = session
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending = false

  const send = async (leaving = false): Promise<void> => {
    clearTimeout(timer)
    const { save, id, revision } = store.getState()
    if (sending || (save.kind !== 'unsaved' && save.kind !== 'failed')) return
    sending = true
    const part = partOf(store.getState())
    store.setState({ save: { kind: 'saving' } })
    try {
      const answer = await savePart(id, revision, part, leaving)
      if (answer.kind === 'stale') store.setState({ save: { kind: 'conflict', head: answer.head } })
      else {
        const current = partOf(store.getState()) === part
        store.setState({ revision: answer.revision, save: { kind: current ? 'saved' : 'unsaved' } })
      }
    } catch (error) {
      const message = error instanceof ApiError ? error.message : 'the save failed'
      store.setState({ save: { kind: 'failed', message } })
      timer = setTimeout(() => void send(), RETRY_MS)
    } finally {
      sending = false
    }
    if (store.getState().save.kind === 'unsaved') plan()
  }
  const plan = (): void => {
    clearTimeout(timer)
    timer = setTimeout(() => void send(), REST_MS)
  }

  const unsubscribe = store.subscribe((now, before) => {
    if (now.save.kind === 'unsaved' && now.history !== before.history) plan()
  })
  if (store.getState().save.kind === 'unsaved') plan()
  return {
    flush: () => void send(true),
    stop() {
      clearTimeout(timer)
      unsubscribe()
    },
  }
}
