import { acceptOf } from '@flexum/core/files'
import { bringInSvg } from '../../actions/files-in.ts'
import { useBench } from '../../context.ts'

/** Takes the outlines of an SVG file as a section of one's own. */
export function BringInSvg() {
  const { session } = useBench()
  return (
    <label className="btn btn-xs btn-paper focus-within:outline-2">
      Bring in SVG…
      <input
        type="file"
        accept={acceptOf('outlines')}
        className="sr-only"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          e.target.value = ''
          if (file) void file.text().then((text) => bringInSvg(session, file.name, text))
        }}
      />
    </label>
  )
}
