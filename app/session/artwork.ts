import { type ArtLayer, type Artwork, readOra, readSvgArtwork } from '@stilus/core/formats'
import { PLAIN_FAMILY } from '@stilus/core/lettering'
import {
  type Act,
  type ArtworkHelp,
  artworkActs,
  type Design,
  type DesignText,
  EMPHASIS,
  fontsOf,
  getSequence,
  type Medium,
  plainText,
  type Project,
  rereadActs,
} from '@stilus/core/project'
import { importFile } from '@stilus/engine'
import { editAll, location } from '../store/edit'
import { store } from '../store/store'
import { openFonts, typesetterOf } from './fonts'
import { tell, uid, work } from './work'

/** Names of files that hold artwork of layers. */
export const ARTWORK = /\.(ora|svg)$/i

type Picture = Extract<ArtLayer, { kind: 'picture' }>

const read = async (file: File): Promise<Artwork> =>
  /\.svg$/i.test(file.name)
    ? readSvgArtwork(await file.text())
    : readOra(new Uint8Array(await file.arrayBuffer()))

/**
 * Brings artwork in as a design of its layers and groups, by their names, and goes there. A file that came in before is read again into the design that it has become.
 */
export async function importArtwork(file: File): Promise<void> {
  const { document } = store.getState().project
  if (!document) return
  const before = document.designs.find((d) => d.artwork === file.name)
  const got = await take(document, file)
  if (!got) return
  const { artwork, help, media } = got
  const designId = before?.id ?? uid()
  const asked = help(designId)
  const made = before ? rereadInto(before, artwork, asked) : begun(document, file, artwork, asked)
  const acts: Act[] = [...media.map((medium): Act => ['medium.add', { medium }]), ...made.acts]
  if (!store.dispatch(editAll(acts, `${before ? 'Read again' : 'Import'} ${file.name}`))) return
  const notes = [...made.notes, ...artwork.notes]
  if (notes.length) tell('info', notes.join('\n'))
  location.go(`/p/${document.id}/design/${designId}`)
}

const stem = (name: string) => name.replace(ARTWORK, '')

function begun(document: Project, file: File, { layers, width, height }: Artwork, help: ArtworkHelp) {
  const { rate } = getSequence(document)
  const length = Math.round((5 * rate.num) / rate.den)
  const { designId } = help
  const design = { designId, name: stem(file.name) || 'Artwork', size: { width, height }, rate, length }
  const acts: Act[] = [
    ['design.add', { ...design, artwork: file.name.slice(0, 200) }],
    ...artworkActs(layers, help),
  ]
  return { acts, notes: [] as string[] }
}

function rereadInto(design: Design, artwork: Artwork, help: ArtworkHelp) {
  const { acts, added, gone } = rereadActs(design, artwork, help)
  const { width, height } = artwork
  const same = design.size.width === width && design.size.height === height
  const sized: Act[] = same ? [] : [['design.format', { designId: design.id, size: { width, height } }]]
  const notes = [
    `${design.name} was read again: what its layers show is taken over, keys and treatments stay.`,
    ...(added.length ? [`New: ${added.join(', ')}.`] : []),
    ...(gone.length ? [`No longer in the file, and kept: ${gone.join(', ')}.`] : []),
  ]
  return { acts: [...sized, ...acts], notes }
}

/** Reads a file, keeps its pictures as media and opens the fonts of its texts. */
async function take(document: Project, file: File) {
  return work(`Importing ${file.name}`, async (share, signal) => {
    const artwork = await read(file)
    const media = new Map<Picture, Medium>()
    const pictures = leaves(artwork.layers).filter((l) => l.kind === 'picture')
    for (const [i, layer] of pictures.entries()) {
      share(i / pictures.length)
      const name = `${stem(file.name)} - ${layer.name}.${layer.type}`
      const type = layer.type === 'png' ? 'image/png' : 'image/jpeg'
      const picture = new File([new Uint8Array(layer.file)], name, { type })
      media.set(layer, (await importFile(document.id, picture, uid(), signal)).medium)
    }
    const fonts = fontsOf(document)
    const familyOf = (name: string) => {
      const known = fonts.families.find((f) => f.name.toLowerCase() === name.toLowerCase())
      if (known) return known.id
      const note = `The family ${name} is not here: its text is set in another. Bring it under Family.`
      if (name && !artwork.notes.includes(note)) artwork.notes.push(note)
      return /mono/i.test(name)
        ? 'jetbrains-mono'
        : /serif/i.test(name) && !/sans/i.test(name)
          ? 'source-serif-4'
          : PLAIN_FAMILY
    }
    const settingOf = (text: DesignText, size: number) => ({
      ...text,
      course: undefined,
      down: false,
      axes: {},
      size,
      tracking: 0,
      leading: 1.2,
      before: 0,
      indent: 0,
      box: [0, 0] as const,
      columns: 1,
      gap: 0,
      tab: 0,
      emphasis: EMPHASIS,
    })
    const help = (designId: string): ArtworkHelp => ({
      designId,
      newId: uid,
      mediumOf: (layer) => media.get(layer),
      familyOf,
      ascentOf: (text, size) => typesetterOf(document).layout(settingOf(text, size)).lines[0]?.ascent ?? size,
    })
    const texts = leaves(artwork.layers).filter((l) => l.kind === 'text')
    await openFonts(
      document,
      texts.map(({ text, family, weight, italic, align, size }) =>
        settingOf({ ...plainText(text), family: familyOf(family), weight, italic, align }, size),
      ),
    )
    return { artwork, help, media: [...media.values()] }
  })
}

const leaves = (layers: readonly ArtLayer[]): Exclude<ArtLayer, { kind: 'group' }>[] =>
  layers.flatMap((layer) => (layer.kind === 'group' ? leaves(layer.layers) : [layer]))
