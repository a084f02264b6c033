import { type ReactNode, useState } from 'react'

/** Takes files that are dropped anywhere on what it holds. */
export function FileDrop({ onFiles, children }: { onFiles(files: File[]): void; children: ReactNode }) {
  const [over, setOver] = useState(false)
  const hasFiles = (e: React.DragEvent) => e.dataTransfer.types.includes('Files')
  return (
    <div
      className="relative h-full"
      onDragOver={(e) => {
        if (!hasFiles(e)) return
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={(e) => e.currentTarget.contains(e.relatedTarget as Node | null) || setOver(false)}
      onDrop={(e) => {
        if (!hasFiles(e)) return
        e.preventDefault()
        setOver(false)
        onFiles([...e.dataTransfer.files])
      }}
    >
      {children}
      {over && (
        <div className="pointer-events-none absolute inset-0 z-30 flex items-center justify-center border-2 border-dashed border-text bg-[#000000b0] text-lg">
          Drop to import
        </div>
      )}
    </div>
  )
}
