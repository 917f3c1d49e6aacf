import { FileButton } from '../../../../ui/FileButton.tsx'
import { bringInSvg } from '../../actions/files-in.ts'
import { useBench } from '../../context.ts'

/** Takes the outlines of an SVG file as a section of one's own. */
export function BringInSvg() {
  const { session } = useBench()
  return (
    <FileButton
      sort="outlines"
      className="btn-xs btn-paper"
      onFile={(file) => void file.text().then((text) => bringInSvg(session, file.name, text))}
    >
      Bring in SVG…
    </FileButton>
  )
}
