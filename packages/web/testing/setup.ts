import '@testing-library/jest-dom/vitest'
import { cleanup, configure } from '@testing-library/react'
import { afterEach } from 'vitest'

afterEach(cleanup)

// The machine is shared: what a test waits for may take its time.
configure({ asyncUtilTimeout: 20_000 })

// What jsdom does not have and the screens use.
class StillObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
globalThis.ResizeObserver ??= StillObserver

Blob.prototype.text ??= function (this: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => reject(reader.error ?? new Error('the file cannot be read'))
    reader.readAsText(this)
  })
}
