import { fileURLToPath } from 'node:url'

const inFolder = (folder: string) => (file: string) =>
  fileURLToPath(new URL(`./${folder}/${file}`, import.meta.url))

export const mediaPath = inFolder('media')
export const kitPath = inFolder('kit')
