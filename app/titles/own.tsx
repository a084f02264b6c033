import type { KeptDesign } from '@stilus/engine'
import { useRef, useState } from 'react'
import { dropKept } from '../session/library'
import { DESIGN_FILES, importDesigns, saveKeptDesign } from '../session/own-designs'
import { Button } from '../ui/button'
import { MoreButton } from '../ui/more-button'
import { Menu, Modal } from '../ui/overlays'

/** What can be done with a design of the user's own. */
export function OwnMenu({ kept }: { kept: KeptDesign }) {
  const { name } = kept.project
  const [asks, setAsks] = useState(false)
  return (
    <>
      <Modal
        title={`Remove ${name} from the shelf?`}
        open={asks}
        onClose={() => setAsks(false)}
        width="w-[420px]"
      >
        <div className="grid gap-3 p-4">
          <p>
            Titles that were made from it stay as they are. To keep it elsewhere, save it as a file first.
          </p>
          <div className="flex justify-end gap-2">
            <Button onClick={() => setAsks(false)}>Keep it</Button>
            <Button look="main" onClick={() => void dropKept(kept.id)}>
              Remove
            </Button>
          </div>
        </div>
      </Modal>
      <Menu
        align="end"
        trigger={
          <MoreButton
            of={name}
            className="bg-ground/70 text-text opacity-0 group-hover/card:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
          />
        }
        items={[
          { label: 'Save as a file', run: () => void saveKeptDesign(kept) },
          null,
          { label: 'Remove from the shelf …', danger: true, run: () => setAsks(true) },
        ]}
      />
    </>
  )
}

/** Reads designs from a file onto the shelf. */
export function ReadDesigns() {
  const picker = useRef<HTMLInputElement>(null)
  return (
    <>
      <button
        type="button"
        className="flex h-7 shrink-0 items-center rounded px-2 text-left text-dim hover:bg-field"
        onClick={() => picker.current?.click()}
      >
        Read a design from a file …
      </button>
      <input
        ref={picker}
        type="file"
        hidden
        data-testid="design-input"
        accept={DESIGN_FILES}
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) void importDesigns(file)
          e.target.value = ''
        }}
      />
    </>
  )
}
