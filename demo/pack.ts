// Puts the demo project and its media into one package, as the server offers it: tsx demo/pack.ts
import { copyFileSync, createReadStream, createWriteStream, mkdirSync, renameSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { writePackage } from '@stilus/core/formats'
import { demoProject } from './project'
import { mediaPath } from './paths'

/** Writes the package into the demo's build folder and returns its path. */
export async function packDemo(): Promise<string> {
  const folder = fileURLToPath(new URL('./dist/', import.meta.url))
  mkdirSync(folder, { recursive: true })
  copyFileSync(mediaPath('still.jpg'), `${folder}still.jpg`)
  const path = `${folder}the-tin-comet.stilus.zip`
  // Whoever reads the package at that moment reads the one that was there.
  const part = `${path}.${process.pid}`
  const out = createWriteStream(part)
  const project = demoProject()
  const media = project.media.map(({ id, name }) => ({
    id,
    name,
    chunks: createReadStream(mediaPath(name)) as AsyncIterable<Uint8Array>,
  }))
  await writePackage(project, media, (piece) => void out.write(piece))
  await new Promise<void>((done, failed) =>
    out.end((error?: Error | null) => (error ? failed(error) : done())),
  )
  renameSync(part, path)
  return path
}

if (process.argv[1]?.endsWith('pack.ts')) console.log(await packDemo())
