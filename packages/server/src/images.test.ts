import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import { emptyPart, readPartFile, readPartText, writePartFile, type Part } from '@flexum/core/recipe'
import { serverForEach } from '../testing/app.ts'
import { imageService } from './services/images.ts'

const server = serverForEach()

/** A part with one sheet, on which a picture lies. */
const withPicture = (image: string): Part => ({
  ...emptyPart('Traced'),
  steps: [
    {
      id: 'sheet',
      kind: 'sketch',
      name: 'Sheet',
      aside: false,
      plane: { kind: 'xy', offset: '0' },
      entities: [],
      constraints: [],
      picture: { image, width: 30, height: 20, at: [0, 0], scale: 1, angle: 0, shade: 0.5 },
    },
  ],
})

const png = (width: number, height: number): Buffer => PNG.sync.write(new PNG({ width, height }))
/** The first bytes of a JPEG: an application segment, then a frame of a size. */
const jpeg = (width: number, height: number): Buffer => {
  const size = Buffer.from([height >> 8, height & 255, width >> 8, width & 255])
  const app0 = [0xff, 0xe0, 0, 6, 1, 2, 3, 4]
  return Buffer.concat([Buffer.from([0xff, 0xd8, ...app0, 0xff, 0xc0, 0, 17, 8]), size, Buffer.alloc(20)])
}
const post = (body: Buffer, type = 'image/png') =>
  server.app().request('/api/images', {
    method: 'POST',
    body: new Uint8Array(body),
    headers: { 'content-type': type },
  })

describe('pictures for sheets', () => {
  it('are kept once by what they hold, and come back as they were', async () => {
    const bytes = png(30, 20)
    const first = await post(bytes)
    expect(first.status).toBe(201)
    const kept = (await first.json()) as { hash: string }
    expect(kept).toMatchObject({
      width: 30,
      height: 20,
      hash: expect.stringMatching(/^[0-9a-f]{64}$/) as string,
    })
    expect(await (await post(bytes)).json()).toEqual(kept)
    const back = await server.app().request(`/api/images/${kept.hash}`)
    expect(back.headers.get('content-type')).toBe('image/png')
    expect(Buffer.from(await back.arrayBuffer()).equals(bytes)).toBe(true)
  })
  it('that are no pictures, too wide or too large are refused in words', async () => {
    const message = async (body: Buffer): Promise<[number, string]> => {
      const r = await post(body)
      return [r.status, ((await r.json()) as { error: { message: string } }).error.message]
    }
    expect(await message(Buffer.from('hello'))).toEqual([422, 'this is neither a PNG nor a JPEG picture'])
    expect(await message(jpeg(9000, 20))).toEqual([422, expect.stringContaining('at most 8000')])
    expect(await message(jpeg(7000, 6000))).toEqual([422, expect.stringContaining('42 megapixels')])
    for (const type of ['text/plain', 'image/svg+xml', ''])
      expect((await post(png(2, 2), type)).status).toBe(415)
    expect(await message(Buffer.concat([png(2, 2), Buffer.alloc(5 * 1024 * 1024)]))).toEqual([
      413,
      expect.stringContaining('4 MB'),
    ])
    expect((await server.app().request(`/api/images/${'a'.repeat(64)}`)).status).toBe(404)
    expect((await server.app().request('/api/images/../parts')).status).toBe(200)
    expect((await server.app().request('/api/images/nonsense')).status).toBe(400)
  })
  it('go along in the part file, and are left out of it where they are not there', async () => {
    const bytes = png(30, 20)
    const { hash } = (await (await post(bytes)).json()) as { hash: string }
    const part = withPicture(hash)
    const json = { 'content-type': 'application/json' }
    const fileOf = async (of: Part): Promise<string> => {
      const made = await server
        .app()
        .request('/api/parts', { method: 'POST', headers: json, body: JSON.stringify({ part: of }) })
      const { id } = (await made.json()) as { id: string }
      return (await server.app().request(`/api/parts/${id}/files/part`)).text()
    }
    const read = readPartFile(await fileOf(part))
    if (!read.ok) throw new Error(read.fault.message)
    expect(read.value.part).toEqual(part)
    const held = read.value.pictures.get(hash)
    expect(held?.type).toBe('image/png')
    expect(Buffer.from(held!.data, 'base64').equals(bytes)).toBe(true)
    // Whoever reads a part only, reads it all the same.
    expect(readPartText(writePartFile(part, read.value.pictures))).toEqual({ ok: true, value: part })
    const other = withPicture('b'.repeat(64))
    expect(JSON.parse(await fileOf(other))).not.toHaveProperty('pictures')
  })
  it.each([
    [[], /no list by name/],
    [{ short: { type: 'image/png', data: 'AAAA' } }, /"short" is no name of a picture/],
    [{ ['c'.repeat(64)]: { type: 'image/svg+xml', data: 'AAAA' } }, /a PNG or a JPEG/],
    [{ ['c'.repeat(64)]: { type: 'image/png', data: 'A<B' } }, /base 64/],
    [{ ['c'.repeat(64)]: null }, /a PNG or a JPEG/],
  ])('in a file that are none are told: %j', (pictures, why) => {
    const read = readPartFile(JSON.stringify({ ...withPicture('c'.repeat(64)), pictures }))
    expect(!read.ok && read.fault.message).toMatch(why)
  })
  it('are kept up to a quota, and one that is there already is no more', async () => {
    const [a, b] = [png(30, 20), png(31, 20)]
    const images = imageService(server.db(), Date.now, a.length + 10)
    expect((await images.keep(a)).kind).toBe('kept')
    expect((await images.keep(a)).kind).toBe('kept')
    expect(await images.keep(b)).toMatchObject({ kind: 'full', message: expect.stringContaining('fill the') })
  })
})
