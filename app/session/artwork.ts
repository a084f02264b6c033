import { type ArtLayer, readOra } from '@stilus/core/formats'
import { type Act, getSequence, type Medium } from '@stilus/core/project'
import { importFile } from '@stilus/engine'
import { editAll, location } from '../store/edit'
import { store } from '../store/store'
import { tell, uid, work } from './work'

/** Names of files that hold artwork of layers. */
export const ARTWORK = /\.ora$/i

type Picture = Extract<ArtLayer, { kind: 'picture' }>

/** Brings artwork in as a design: its layers as pictures, its groups as groups, by their names; and goes there. */
export async function importArtwork(file: File): Promise<void> {
  const { document } = store.getState().project
  if (!document) return
  const designId = uid()
  const read = await work(`Importing ${file.name}`, async (share, signal) => {
    const artwork = readOra(new Uint8Array(await file.arrayBuffer()))
    const media = new Map<Picture, Medium>()
    const pictures = picturesIn(artwork.layers)
    for (const [i, layer] of pictures.entries()) {
      share(i / pictures.length)
      const name = `${file.name.replace(ARTWORK, '')} - ${layer.name}.png`
      const png = new File([new Uint8Array(layer.png)], name, { type: 'image/png' })
      media.set(layer, (await importFile(document.id, png, uid(), signal)).medium)
    }
    return { artwork, media }
  })
  if (!read) return
  const { artwork, media } = read
  const { rate } = getSequence(document)
  const length = Math.round((5 * rate.num) / rate.den)
  const size = { width: artwork.width, height: artwork.height }
  const acts: Act[] = [
    ...[...media.values()].map((medium): Act => ['medium.add', { medium }]),
    ['design.add', { designId, name: file.name.replace(ARTWORK, '') || 'Artwork', size, rate, length }],
  ]
  const lay = (layers: readonly ArtLayer[]): string[] =>
    layers.map((layer) => {
      const objectId = layer.kind === 'group' ? groupOf(layer) : pictureOf(layer)
      const { blend: mode, on } = layer
      if (!on || mode !== 'normal')
        acts.push(['object.change', { objectId, change: { on, blend: { mode, space: 'perceptual' } } }])
      return objectId
    })
  const groupOf = (layer: Extract<ArtLayer, { kind: 'group' }>): string => {
    const objectIds = lay(layer.layers)
    const groupId = uid()
    acts.push(['objects.group', { objectIds, groupId, name: layer.name }])
    if (layer.opacity < 1) acts.push(opacity(groupId, layer.opacity))
    return groupId
  }
  const pictureOf = (layer: Picture): string => {
    const objectId = uid()
    const medium = media.get(layer) as Medium
    const place = [layer.x + medium.width / 2, layer.y + medium.height / 2]
    const form = { place, opacity: layer.opacity }
    const source = { kind: 'medium' as const, mediaId: medium.id }
    acts.push(['object.add', { designId, objectId, kind: 'picture', name: layer.name, form, source }])
    return objectId
  }
  lay(artwork.layers)
  if (!store.dispatch(editAll(acts, `Import ${file.name}`))) return
  if (artwork.notes.length) tell('info', artwork.notes.join('\n'))
  location.go(`/p/${document.id}/design/${designId}`)
}

const picturesIn = (layers: readonly ArtLayer[]): Picture[] =>
  layers.flatMap((layer) => (layer.kind === 'group' ? picturesIn(layer.layers) : [layer]))

const opacity = (objectId: string, value: number): Act => [
  'value.set',
  { address: { owner: { kind: 'object', id: objectId }, path: 'form/opacity' }, at: 0, value },
]
