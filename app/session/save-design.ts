import { getDesign } from '@stilus/core/project'
import { designSvg } from '@stilus/core/render'
import { store } from '../store/store'
import { openDesignFonts, typesetterOf } from './fonts'
import { saveText } from './save-file'
import { tell } from './work'

/** Saves a design at the playhead as an SVG drawing, and tells what that cannot hold. */
export async function saveDesign(designId: string): Promise<void> {
  const { view, project } = store.getState()
  const { document } = project
  if (!document) return
  const design = getDesign(document, designId)
  const frame = Math.min(view.frame, design.length - 1)
  await openDesignFonts(document, design, frame)
  const { text, notes } = designSvg(document, design, frame, typesetterOf(document))
  saveText(`${design.name}.svg`, text)
  if (notes.length) tell('info', [`${design.name}.svg was saved.`, ...notes].join('\n'))
}
