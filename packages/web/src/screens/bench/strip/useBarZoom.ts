import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { useEffect, useRef, useState } from 'react'

/** Where the bar begins, and what is left free behind it, px. */
export const LEFT = 138
export const RIGHT = 18

/** What has a press of its own, so that the bar does not move with it. */
const OWN_PRESS = '[data-strip-handle], [role=slider]'

/**
 * The bar's own zoom: the wheel brings it nearer, dragging moves it; and how wide the panel is. `reach` says how many times as far as what is
 * shown at first it goes on to the right.
 */
export function useBarZoom(hasBar: boolean, reach: number) {
  const svg = useRef<SVGSVGElement>(null)
  const [width, setWidth] = useState(900)
  const [transform, setTransform] = useState(zoomIdentity)
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | undefined>(undefined)
  useEffect(() => {
    const element = svg.current
    if (!element || !hasBar) return
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    observer.observe(element)
    setWidth(element.clientWidth)
    const z = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, 200])
      .filter((e: MouseEvent) => {
        const own = e.target instanceof Element && e.target.closest(OWN_PRESS) !== null
        return e.type === 'wheel' || !(e.button !== 0 || e.ctrlKey || e.shiftKey || own)
      })
      .on('zoom', (e: { transform: typeof zoomIdentity }) => setTransform(e.transform))
    behaviour.current = z
    select(element).call(z).on('dblclick.zoom', null)
    return () => {
      observer.disconnect()
      select(element).on('.zoom', null)
    }
  }, [hasBar])
  useEffect(() => {
    behaviour.current
      ?.extent([
        [LEFT, 0],
        [width - RIGHT, 100],
      ])
      .translateExtent([
        [LEFT, 0],
        [LEFT + (width - RIGHT - LEFT) * reach, 100],
      ])
  }, [width, reach])
  const showAll = (): void => {
    if (behaviour.current && svg.current) select(svg.current).call(behaviour.current.transform, zoomIdentity)
  }
  return { svg, width, transform, showAll }
}
