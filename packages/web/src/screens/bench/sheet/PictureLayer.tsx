import { imageAddress } from '../../../api/images.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { pictureMatrix } from '../../../sheet/picture.ts'
import type { SheetView } from '../../../sheet/view.ts'
import { usePictureThere } from './usePictureThere.ts'

/** The picture that is traced, under everything else; where the server has it not, its outline with words that say so. */
export function PictureLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const { picture } = model.step
  const there = usePictureThere(picture?.image)
  if (!picture) return null
  const { width, height } = picture
  if (there === false)
    return (
      <g transform={pictureMatrix(picture, view)} data-picture="missing">
        <rect
          width={width}
          height={height}
          fill="none"
          stroke="var(--color-warning)"
          strokeWidth="1.5"
          strokeDasharray="6 4"
          vectorEffect="non-scaling-stroke"
        />
        <text x={width / 2} y={height / 2} textAnchor="middle" fontSize={height / 18} fill="var(--ink2)">
          The picture is not on this server
        </text>
      </g>
    )
  return (
    <image
      href={imageAddress(picture.image)}
      width={width}
      height={height}
      opacity={picture.shade}
      transform={pictureMatrix(picture, view)}
      preserveAspectRatio="none"
      data-picture
    />
  )
}
