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
