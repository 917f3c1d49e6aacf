/** A section as it was drawn when it was saved. As an image nothing in it can run. */
export function SectionPicture({
  picture,
  className,
}: {
  readonly picture: string
  readonly className: string
}) {
  return (
    <img
      alt=""
      src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(picture)}`}
      className={`section-picture object-contain ${className}`}
    />
  )
}
