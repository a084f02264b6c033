/** Hands a text to the browser as a file to save. */
export const saveText = (name: string, text: string): void =>
  saveFile(name, new Blob([text], { type: 'text/plain' }))

/** Hands a file to the browser to save. */
export function saveFile(name: string, blob: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}
