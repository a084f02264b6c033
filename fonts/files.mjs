import { readdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { STATIC, VARIABLE } from './families.mjs'

const require = createRequire(import.meta.url)
const folderOf = (name) => dirname(require.resolve(`${name}/package.json`))

/** Every file that ships: what it is called here, where its package has it, and which face of which family it is of. */
export function files() {
  const list = []
  for (const [family, , , , faces] of STATIC) {
    const folder = folderOf(`@expo-google-fonts/${family}`)
    for (const face of faces) {
      const weight = Number.parseInt(face, 10)
      const italic = face.endsWith('_Italic')
      const found = readdirSync(join(folder, face)).find((name) => name.endsWith('.ttf'))
      list.push({
        family,
        file: `${family}-${weight}${italic ? 'i' : ''}.ttf`,
        from: join(folder, face, found),
        weight,
        italic,
      })
    }
  }
  for (const [family, , , , scripts, slopes] of VARIABLE)
    for (const slope of slopes)
      for (const script of scripts) {
        const italic = slope === 'italic'
        list.push({
          family,
          file: `${family}-${script}${italic ? '-i' : ''}.ttf`,
          from: join(
            folderOf(`@fontsource-variable/${family}`),
            'files',
            `${family}-${script}-full-${slope}.woff2`,
          ),
          weight: 400,
          italic,
        })
      }
  return list
}
