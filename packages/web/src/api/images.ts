import { picturesUnder, type FilePicture, type Part } from '@flexum/core/recipe'
import { keptImage, readAnswer } from './answers.ts'
import { ApiError, refusal } from './client.ts'

export interface KeptImage {
  readonly hash: string
  readonly width: number
  readonly height: number
}

export const imageAddress = (hash: string): string => `/api/images/${hash}`

/** Keeps a PNG or JPEG on the server; gives what it is named by. */
export async function uploadImage(file: Blob, type: string): Promise<KeptImage> {
  const response = await fetch('/api/images', {
    method: 'POST',
    headers: { 'content-type': type },
    body: file,
  })
  if (!response.ok) throw new ApiError(response.status, await refusal(response))
  return readAnswer<KeptImage>(keptImage, await response.json())
}

/** Pictures as a part file holds them; those that the server has not are left out. */
export async function picturesFor(part: Part): Promise<ReadonlyMap<string, FilePicture>> {
  const found = await Promise.all(
    picturesUnder(part).map(async (hash) => {
      const response = await fetch(imageAddress(hash))
      if (!response.ok) return undefined
      const type = response.headers.get('content-type') ?? ''
      return [hash, { type, data: base64Of(new Uint8Array(await response.arrayBuffer())) }] as const
    }),
  )
  return new Map(found.filter((f) => f !== undefined))
}

/** Keeps the pictures that came in a part file; a picture that is another than it is called is not it. */
export async function keepPictures(pictures: ReadonlyMap<string, FilePicture>): Promise<void> {
  for (const [hash, { type, data }] of pictures) {
    const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0))
    const kept = await uploadImage(new Blob([bytes], { type }), type)
    if (kept.hash !== hash) throw new Error('a picture in it is another than it is called')
  }
}

function base64Of(bytes: Uint8Array): string {
  let text = ''
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(text)
}
