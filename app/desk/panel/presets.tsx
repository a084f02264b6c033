import type { Preset } from '@stilus/core/formats'
import { type Act, type Step } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { useMemo, useRef, useState } from 'react'
import {
  dropKept,
  importPresets,
  type Kept,
  keepPreset,
  markFavourite,
  savePresetFile,
  usePresets,
} from '../../session/library'
import { movedPreset } from '../../catalogue/acts'
import { tryOn } from '../../session/trying'
import { tell } from '../../session/work'
import { edit } from '../../store/edit'
import { useApp, useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Favourite } from '../../ui/favourite'
import { Menu } from '../../ui/overlays'
import { Ask } from '../../ui/ask'
import { useTicks } from '../../ui/use-ticks'
import { Thumb } from '../../viewer/thumb'
import { useDesk } from '../use-desk'

/** Ready-made states of a step on the shot's own picture, moving: rest the pointer on one to see it large, click to take it. */
export function Presets({ step }: { step: Step }) {
  const { stage } = useDesk()
  const presets = usePresets(step.use)
  const [open, setOpen] = useState(false)
  const [naming, setNaming] = useState<Kept<Preset> | 'new' | null>(null)
  const picker = useRef<HTMLInputElement>(null)
  const head = stage.head
  const save = (name: string) => {
    if (naming === 'new') {
      const { use, version, what, content } = step
      const plain = {
        name,
        use,
        what,
        ...(version ? { version } : {}),
        ...(content ? { content } : {}),
      }
      void keepPreset(movedPreset(plain, -head))
      if (step.inputs)
        tell('info', 'A preset holds controls alone: what the inputs take was not taken along.')
    } else if (naming) void keepPreset({ ...naming.value, name }, naming.id, naming.favourite)
    setNaming(null)
  }
  return (
    <section aria-label="Presets">
      <div className="flex gap-1.5">
        <Button className="flex-1 justify-start" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Hide presets' : `Presets (${presets.length})`}
        </Button>
        <Menu
          align="end"
          trigger={<Button aria-label="More for presets">⋯</Button>}
          items={[
            { label: 'Save as a preset …', run: () => setNaming('new') },
            { label: 'Read presets from a file …', run: () => picker.current?.click() },
            {
              label: 'Write mine to a file',
              disabled: presets.every((p) => p.shipped),
              run: () =>
                savePresetFile(
                  presets.filter((p) => !p.shipped).map((p) => p.value),
                  step.use,
                ),
            },
          ]}
        />
        <input
          ref={picker}
          type="file"
          hidden
          data-testid="preset-input"
          accept=".json"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) void importPresets(file)
            e.target.value = ''
          }}
        />
      </div>
      {open && (
        <ul className="mt-2 grid grid-cols-2 gap-2">
          {presets.map((preset) => (
            <PresetTile
              key={preset.id}
              step={step}
              preset={preset}
              head={head}
              onRename={() => setNaming(preset)}
            />
          ))}
        </ul>
      )}
      <Ask
        title={naming === 'new' ? 'Save as a preset' : 'Rename the preset'}
        label="Name"
        open={naming !== null}
        start={naming === 'new' ? step.name : (naming?.value.name ?? '')}
        onClose={() => setNaming(null)}
        onDone={save}
      />
    </section>
  )
}

/** How far the thumbnails run on from the playhead, and how fast they are shown. */
const MOVING = { frames: 48, by: 6, every: 350 }

/** Frames from the playhead on that go by, so that thumbnails move. They rest under a hand, during playback and where motion is reduced. */
export function useMovingFrame(): number {
  const { frame, playing, hand } = useView('frame', 'playing', 'hand')
  const { stage } = useDesk()
  const ticks = useTicks(!playing && !hand, MOVING.every)
  return Math.min(stage.length - 1, frame + ((ticks * MOVING.by) % MOVING.frames))
}

function PresetTile({
  step,
  preset,
  head,
  onRename,
}: {
  step: Step
  preset: Kept<Preset>
  head: number
  onRename(): void
}) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const frame = useMovingFrame()
  const { name } = preset.value
  const act = useMemo<Act>(
    () => ['step.preset', { stepId: step.id, ...movedPreset(preset.value, head) }],
    [step.id, preset.value, head],
  )
  const tried = useMemo(() => tryOn(project, act), [project, act])
  const target = useMemo<Target>(
    () => ({ kind: 'stack', stack: stage.stack, upTo: step.id }),
    [stage.stack, step.id],
  )
  const trying = useApp((s) => s.view.trying === act)
  const show = (on: boolean) => dispatch(viewActions.set({ trying: on ? act : null }))
  return (
    <li className="group/preset relative">
      <button
        type="button"
        aria-label={`Preset ${name}`}
        className={cx('block w-full overflow-hidden rounded text-left hover:bg-field', trying && 'bg-field')}
        onMouseEnter={() => show(true)}
        onMouseLeave={() => show(false)}
        onFocus={() => show(true)}
        onBlur={() => show(false)}
        onClick={() => {
          show(false)
          dispatch(edit(...(act as ['step.preset', never])))
        }}
      >
        <Thumb
          project={tried}
          target={target}
          frame={frame}
          width={128}
          className="!w-full !h-auto rounded-sm"
        />
        <span className="block truncate px-1 py-0.5 text-sm">{name}</span>
      </button>
      <div className="absolute top-1 right-1 flex gap-0.5">
        <Favourite
          name={name}
          on={preset.favourite}
          className="group-hover/preset:opacity-100"
          onChange={(on) => void markFavourite(preset, on)}
        />
        {!preset.shipped && (
          <Menu
            align="end"
            trigger={
              <button
                type="button"
                aria-label={`More for preset ${name}`}
                className="size-6 rounded bg-[#000000a0] text-white opacity-0 group-hover/preset:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
              >
                ⋯
              </button>
            }
            items={[
              { label: 'Rename …', run: onRename },
              { label: 'Write to a file', run: () => savePresetFile([preset.value], name) },
              null,
              { label: 'Remove', danger: true, run: () => void dropKept(preset.id) },
            ]}
          />
        )}
      </div>
    </li>
  )
}
