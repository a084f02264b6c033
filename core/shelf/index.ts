export { PURPOSES, type Family, type Palette, type Purpose, type ShelfDesign } from './declare'
export { asked, lightOf, makeDesign, type Making } from './make'
export { pageOf } from './page'
export { FAMILIES, findShelf, type OnShelf, SHELF } from './shelf'
