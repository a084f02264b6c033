/** MIME types of the stills that are read, by the ending of the name. */
export const STILL_TYPES: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  avif: 'image/avif',
  tif: 'image/tiff',
  tiff: 'image/tiff',
  exr: 'image/x-exr',
}

export const stillType = (name: string): string | undefined =>
  STILL_TYPES[name.split('.').at(-1)?.toLowerCase() ?? '']
