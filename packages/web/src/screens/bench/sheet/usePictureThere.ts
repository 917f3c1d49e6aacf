import { useQuery } from '@tanstack/react-query'
import { imageAddress } from '../../../api/images.ts'

export const pictureKey = (hash: string | undefined) => ['picture', hash] as const

/** Whether the server has a picture; undefined while that is not known. */
export function usePictureThere(hash: string | undefined): boolean | undefined {
  const asked = useQuery({
    queryKey: pictureKey(hash),
    queryFn: async () => (await fetch(imageAddress(hash!))).status !== 404,
    enabled: hash !== undefined,
    staleTime: Infinity,
  })
  return asked.data
}
