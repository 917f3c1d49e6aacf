import { imageAddress } from '../../../api/images.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { pictureMatrix } from '../../../sheet/picture.ts'
import type { SheetView } from '../../../sheet/view.ts'

/** The picture that is traced, under everything else. */
export function PictureLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const { picture } = model.step
  if (!picture) return null
  return (
    <image
      href={imageAddress(picture.image)}
      width={picture.width}
      height={picture.height}
      opacity={picture.shade}
      transform={pictureMatrix(picture, view)}
      preserveAspectRatio="none"
      data-picture
    />
  )
}
