import { useEffect, useState } from 'react'
import { BenchView, type CameraState } from '../../../scene/BenchView.ts'
import { currentTheme, onTheme } from '../../../ui/theme.ts'
import { useBench } from '../context.ts'

const cameraKey = (id: string): string => `flexum.camera.${id}`

/** A view on a canvas, its camera kept over a reload, its theme that of the page. */
export function useView(canvas: React.RefObject<HTMLCanvasElement | null>) {
  const { session, view: viewRef } = useBench()
  const [view, setView] = useState<BenchView>()
  const [noPicture, setNoPicture] = useState<string>()
  const { id } = session.store.getState()
  useEffect(() => {
    let made: BenchView
    try {
      made = new BenchView(canvas.current!, currentTheme())
    } catch (error) {
      setNoPicture(error instanceof Error ? error.message : 'WebGL is not there')
      return
    }
    const kept = sessionStorage.getItem(cameraKey(id))
    if (kept !== null) made.setCamera(JSON.parse(kept) as CameraState)
    viewRef.current = made
    setView(made)
    const stop = onTheme((theme) => made.setTheme(theme))
    const keep = (): void => sessionStorage.setItem(cameraKey(id), JSON.stringify(made.cameraState()))
    window.addEventListener('pagehide', keep)
    return () => {
      keep()
      stop()
      window.removeEventListener('pagehide', keep)
      viewRef.current = undefined
      setView(undefined)
      made.dispose()
    }
  }, [id, viewRef, canvas])
  return { view, noPicture }
}
