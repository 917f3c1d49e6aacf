import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { useEffect, useRef, useState } from 'react'

/** Where the bar begins, and what is left free behind it, px. */
export const LEFT = 138
export const RIGHT = 18

/** The bar's own zoom: the wheel brings it nearer, dragging moves it; and how wide the panel is. */
export function useBarZoom(hasBar: boolean) {
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
        [width - RIGHT, 100],
      ])
  }, [width])
  const showAll = (): void => {
    if (behaviour.current && svg.current) select(svg.current).call(behaviour.current.transform, zoomIdentity)
  }
  return { svg, width, transform, showAll }
}
