import { fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import { onBench, settled } from '../../../testing/bench.tsx'
import { Cancelled } from '../../compute/client.ts'
import { FileDialog } from './FileDialog.tsx'

const taken = vi.hoisted(() =>
  vi.fn<(bench: unknown, file: string, options: object) => Promise<string | undefined>>(),
)
vi.mock('./actions/files-out.ts', async (original) => ({
  ...(await original<typeof import('./actions/files-out.ts')>()),
  exportFile: taken,
}))

beforeEach(() => {
  // The dialog element of the test's page cannot be shown by itself.
  HTMLDialogElement.prototype.showModal ??= function (this: HTMLDialogElement) {
    this.open = true
  }
})

const write = (): HTMLElement => screen.getByRole('button', { name: 'Write the file' })
const field = (): HTMLElement => screen.getByLabelText('Nowhere further off the true surface than')

it('asks how near the true surface the body is, refuses what is no length, and tells why it cannot', async () => {
  const close = vi.fn()
  await onBench(STARTERS.hoop.make('Hoop'), <FileDialog file="body" onClose={close} />)
  fireEvent.change(field(), { target: { value: '0' } })
  fireEvent.click(write())
  expect(screen.getByText(/a length above 0 is needed/)).toBeVisible()
  fireEvent.change(field(), { target: { value: '3 kg' } })
  fireEvent.click(write())
  await settled()
  expect(taken).not.toHaveBeenCalled()

  taken.mockResolvedValueOnce('The mesh would take 9 million points.')
  fireEvent.change(field(), { target: { value: '1/1000 in' } })
  fireEvent.click(write())
  await settled()
  expect(taken.mock.calls[0]![2]).toEqual({ chord: expect.closeTo(0.0254, 12) as number })
  expect(screen.getByText(/9 million points/)).toBeVisible()
  expect(close).not.toHaveBeenCalled()

  // Left empty it is as fine as it is drawn.
  taken.mockResolvedValueOnce(undefined)
  fireEvent.change(field(), { target: { value: '' } })
  fireEvent.click(write())
  await settled()
  expect(taken.mock.calls[1]![2]).toEqual({})
  expect(close).toHaveBeenCalledOnce()
})

it('says how far the file has come, and calls it off when it is closed', async () => {
  const close = vi.fn()
  const { compute } = await onBench(STARTERS.hoop.make('Hoop'), <FileDialog file="body" onClose={close} />)
  const cancel = vi.spyOn(compute, 'cancel')
  let give: (why: Error) => void = () => undefined
  taken.mockImplementationOnce(() => new Promise((_, reject) => (give = reject)))
  fireEvent.click(write())
  await settled()
  expect(screen.getByRole('progressbar', { name: 'How far the file has come' })).toBeVisible()
  // The element of the test's page does not close by itself either.
  fireEvent(screen.getByRole('dialog'), new Event('close'))
  expect(cancel).toHaveBeenCalledExactlyOnceWith('beside')
  expect(close).toHaveBeenCalledOnce()
  give(new Cancelled())
  await settled()
  expect(screen.queryByText(/Not kept/)).toBeNull()
})
