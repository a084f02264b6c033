/**
 * The families that ship: [id, name, kind, licence, samples of what they are for, faces]. A face is the name of its folder in the package, as `400Regular`.
 */
const OFL = 'OFL-1.1'
const APACHE = 'Apache-2.0'
const TEXT = ['300Light', '400Regular', '400Regular_Italic', '600SemiBold', '700Bold', '700Bold_Italic']
const ALL_TEXT = [...TEXT, '500Medium', '900Black']
const ONE = ['400Regular']

export const STATIC = [
  ['inter', 'Inter', 'sans', OFL, ['200ExtraLight', ...ALL_TEXT]],
  ['nunito', 'Nunito', 'sans', OFL, ALL_TEXT],
  ['source-serif-4', 'Source Serif 4', 'serif', OFL, ALL_TEXT],
  [
    'eb-garamond',
    'EB Garamond',
    'serif',
    OFL,
    ['400Regular', '400Regular_Italic', '600SemiBold', '800ExtraBold'],
  ],
  [
    'playfair-display',
    'Playfair Display',
    'display',
    OFL,
    ['400Regular', '400Regular_Italic', '700Bold', '900Black'],
  ],
  ['abril-fatface', 'Abril Fatface', 'display', OFL, ONE],
  ['limelight', 'Limelight', 'display', OFL, ONE],
  ['monoton', 'Monoton', 'display', OFL, ONE],
  ['bebas-neue', 'Bebas Neue', 'condensed', OFL, ONE],
  ['oswald', 'Oswald', 'condensed', OFL, ['300Light', '400Regular', '600SemiBold', '700Bold']],
  ['barlow-condensed', 'Barlow Condensed', 'condensed', OFL, TEXT],
  ['zilla-slab', 'Zilla Slab', 'slab', OFL, TEXT],
  ['roboto-slab', 'Roboto Slab', 'slab', APACHE, ['300Light', '400Regular', '700Bold', '900Black']],
  ['alfa-slab-one', 'Alfa Slab One', 'slab', OFL, ONE],
  ['great-vibes', 'Great Vibes', 'script', OFL, ONE],
  ['caveat', 'Caveat', 'script', OFL, ['400Regular', '700Bold']],
  ['saira-stencil-one', 'Saira Stencil One', 'stencil', OFL, ONE],
  ['unifrakturcook', 'UnifrakturCook', 'blackletter', OFL, ['700Bold']],
  ['grenze-gotisch', 'Grenze Gotisch', 'blackletter', OFL, ['300Light', '400Regular', '700Bold']],
  [
    'jetbrains-mono',
    'JetBrains Mono',
    'mono',
    OFL,
    ['300Light', '400Regular', '400Regular_Italic', '700Bold'],
  ],
  ['special-elite', 'Special Elite', 'mono', APACHE, ONE],
  ['amiri', 'Amiri', 'arabic', OFL, ['400Regular', '400Regular_Italic', '700Bold', '700Bold_Italic']],
  ['cairo', 'Cairo', 'arabic', OFL, ['300Light', '400Regular', '600SemiBold', '700Bold', '900Black']],
  ['frank-ruhl-libre', 'Frank Ruhl Libre', 'hebrew', OFL, ['300Light', '400Regular', '700Bold', '900Black']],
  ['heebo', 'Heebo', 'hebrew', OFL, ['300Light', '400Regular', '700Bold', '900Black']],
  ['mukta', 'Mukta', 'devanagari', OFL, ['300Light', '400Regular', '600SemiBold', '700Bold']],
  ['tiro-devanagari-hindi', 'Tiro Devanagari Hindi', 'devanagari', OFL, ['400Regular', '400Regular_Italic']],
  ['sarabun', 'Sarabun', 'thai', OFL, TEXT],
  ['m-plus-1p', 'M PLUS 1p', 'japanese', OFL, ['300Light', '400Regular', '700Bold', '900Black']],
  ['dotgothic16', 'DotGothic16', 'japanese', OFL, ONE],
  ['zcool-xiaowei', 'ZCOOL XiaoWei', 'chinese', OFL, ONE],
]

/** Families with axes, cut by script: what a file lacks is looked for in the next one. */
export const VARIABLE = [
  ['roboto-flex', 'Roboto Flex', 'sans', OFL, ['latin', 'latin-ext', 'cyrillic', 'greek'], ['normal']],
  ['fraunces', 'Fraunces', 'serif', OFL, ['latin', 'latin-ext'], ['normal', 'italic']],
]
