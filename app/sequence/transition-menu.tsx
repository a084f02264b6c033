import type { TransitionFile } from '@stilus/core/formats'
import { type Transition, usesLike } from '@stilus/core/project'
import { MoreHorizontal } from 'lucide-react'
import { useRef, useState } from 'react'
import {
  dropKept,
  importTransition,
  keepTransition,
  saveTransitionFile,
  useTransitions,
} from '../session/library'
import { openSequence } from '../session/where'
import { tell } from '../session/work'
import { Button } from '../ui/button'
import { Segments } from '../ui/fields'
import { Menu, Modal } from '../ui/overlays'
import {
  changeUses,
  copiedTransition,
  copyTransition,
  cutsOfLane,
  keptTransition,
  layTransition,
  pasteTransition,
  type Timing,
} from './lay-transition'

/** What can be done with a whole transition: copied and pasted, laid on other cuts, kept, written and read. */
export function TransitionMenu({ transition }: { transition: Transition }) {
  const [keeping, setKeeping] = useState<'library' | 'file' | null>(null)
  const picker = useRef<HTMLInputElement>(null)
  const here = [{ from: transition.from, to: transition.to }]
  const own = useTransitions().filter((kept) => !kept.shipped)
  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button aria-label="More for the transition" title="Copy, paste, keep, write and read">
            <MoreHorizontal size={16} />
          </Button>
        }
        items={() => {
          const copied = copiedTransition()
          const lane = cutsOfLane()
          const sequence = openSequence()
          const uses = sequence ? usesLike(sequence, transition) : []
          return [
            { label: 'Copy this transition', run: copyTransition },
            {
              label: copied ? `Paste ${copied}` : 'Paste',
              disabled: !copied,
              items: [
                { label: 'All of it', run: () => pasteTransition(here) },
                { label: 'The outgoing side', run: () => pasteTransition(here, ['outgoing']) },
                { label: 'The incoming side', run: () => pasteTransition(here, ['incoming']) },
                { label: 'What joins them', run: () => pasteTransition(here, ['joined']) },
                { label: 'Its length', run: () => pasteTransition(here, ['length']) },
              ],
            },
            {
              label: `Lay it on every cut of the lane (${lane.length})`,
              run: () => layTransition(transition, lane),
            },
            ...(uses.length
              ? [
                  {
                    label: `Change ${uses.length === 1 ? 'the other use' : `the other ${uses.length} uses`} like this one`,
                    run: () => changeUses(transition),
                  },
                ]
              : []),
            null,
            { label: 'Keep it for other cuts …', run: () => setKeeping('library') },
            { label: 'Write it to a file …', run: () => setKeeping('file') },
            { label: 'Read one from a file …', run: () => picker.current?.click() },
            {
              label: 'Forget a kept one',
              disabled: !own.length,
              items: own.map(({ id, value }) => ({
                label: value.name,
                danger: true,
                run: () => void dropKept(id),
              })),
            },
          ]
        }}
      />
      <input
        ref={picker}
        type="file"
        hidden
        accept=".json"
        data-testid="transition-input"
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) void importTransition(file)
          e.target.value = ''
        }}
      />
      {keeping && (
        <KeepDialog
          name={transition.name}
          title={keeping === 'file' ? 'Write the transition to a file' : 'Keep the transition'}
          onClose={() => setKeeping(null)}
          onKeep={(file) => {
            if (keeping === 'file') saveTransitionFile(file)
            else
              void keepTransition(file).then(() =>
                tell('info', `Kept ${file.name}. It stands under Built from steps.`),
              )
          }}
        />
      )}
    </>
  )
}

interface KeepProps {
  name: string
  title: string
  onClose(): void
  onKeep(file: TransitionFile): void
}

/** Asks for a name, and what becomes of its times on a cut of another length. */
function KeepDialog({ name, title, onClose, onKeep }: KeepProps) {
  const [timing, setTiming] = useState<Timing>('scaled')
  return (
    <Modal title={title} open onClose={onClose}>
      <form
        className="grid gap-3 p-4"
        onSubmit={(event) => {
          event.preventDefault()
          const given = String(new FormData(event.currentTarget).get('name') ?? '').trim()
          const file = given ? keptTransition(given, timing) : undefined
          if (!file) return
          onKeep(file)
          onClose()
        }}
      >
        <label className="grid gap-1">
          <span className="text-dim">Name</span>
          <input
            autoFocus
            name="name"
            defaultValue={name}
            maxLength={200}
            className="h-8 rounded bg-field px-2 outline-none"
            onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
          />
        </label>
        <div className="grid gap-1">
          <span className="text-dim">On a cut of another length</span>
          <Segments
            label="On a cut of another length"
            value={timing}
            options={[
              { value: 'scaled', label: 'Keep the ratio' },
              { value: 'kept', label: 'Keep the frames' },
            ]}
            onChange={(v) => setTiming(v as Timing)}
          />
        </div>
        <Button look="main" type="submit">
          Keep
        </Button>
      </form>
    </Modal>
  )
}
