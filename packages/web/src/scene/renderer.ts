import { NeutralToneMapping, PCFShadowMap, WebGLRenderer, type Scene } from 'three'
import { makeEnvironment } from './appearance.ts'
import { finePictures } from './quality.ts'

/** What draws a scene on a canvas, and the light round it. Throws where there is no WebGL. */
export function makeRenderer(canvas: HTMLCanvasElement, scene: Scene): WebGLRenderer {
  const fine = finePictures()
  const renderer = new WebGLRenderer({
    canvas,
    antialias: fine,
    alpha: true,
    preserveDrawingBuffer: true,
  })
  renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2))
  renderer.localClippingEnabled = true
  // Keeps bright metal from burning out.
  renderer.toneMapping = NeutralToneMapping
  renderer.toneMappingExposure = 1.18
  renderer.shadowMap.enabled = fine
  renderer.shadowMap.type = PCFShadowMap
  renderer.shadowMap.autoUpdate = false
  if (fine) scene.environment = makeEnvironment(renderer)
  return renderer
}

/** A canvas as it is, as PNG, on a background. */
export function pngOf(from: HTMLCanvasElement, background: string): Promise<Blob> {
  const copy = document.createElement('canvas')
  copy.width = from.width
  copy.height = from.height
  const context = copy.getContext('2d')!
  context.fillStyle = background
  context.fillRect(0, 0, copy.width, copy.height)
  context.drawImage(from, 0, 0)
  return new Promise((resolve, reject) =>
    copy.toBlob((b) => (b ? resolve(b) : reject(new Error('the picture could not be made'))), 'image/png'),
  )
}
