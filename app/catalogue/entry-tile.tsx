import type { Entry } from '@stilus/core/catalogue'
import type { Preset } from '@stilus/core/formats'
import type { Act } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useDesk } from '../desk/use-desk'
import { dropKept, saveRecipeFile, star, usePresets, useRecipes } from '../session/library'
import { tryOn } from '../session/trying'
import { useAppDispatch } from '../store/store'
import { viewActions } from '../store/view'
import { cx } from '../ui/classes'
import { Favourite } from '../ui/favourite'
import { Menu } from '../ui/overlays'
import { Thumb } from '../viewer/thumb'
import { actOf, exampleAct } from './acts'
import { useAdd } from './use-catalogue'

/** Shows an act on the picture while the pointer or the focus rests on what it is for. */
function useTrying(act: Act) {
  const dispatch = useAppDispatch()
  const show = (on: boolean) => void dispatch(viewActions.set({ trying: on ? act : null }))
  return {
    onMouseEnter: () => show(true),
    onMouseLeave: () => show(false),
    onFocus: () => show(true),
    onBlur: () => show(false),
  }
}

/** A picture of the shot as an act would leave it. */
export function ActThumb(props: { act: Act; frame: number; width: number; className?: string }) {
  const { project, stage } = useDesk()
  const { act } = props
  const tried = useMemo(() => tryOn(project, act), [project, act])
  const target = useMemo<Target>(() => ({ kind: 'stack', stack: stage.stack }), [stage.stack])
  return (
    <Thumb
      project={tried}
      target={target}
      frame={props.frame}
      width={props.width}
      className={cx('rounded-sm', props.className)}
    />
  )
}

interface EntryProps {
  entry: Entry
  favourite: boolean
  at: number
  /** The frame that thumbnails show, which runs on. */
  frame: number
}

/** One entry in a list: its picture, name and sentence, and behind the arrow its presets. */
export function EntryRow({ entry, favourite, at, frame }: EntryProps) {
  const { stage } = useDesk()
  const add = useAdd()
  const [open, setOpen] = useState(false)
  const act = useMemo(() => actOf(entry, stage, 'trying', at), [entry, stage, at])
  const example = useMemo(() => exampleAct(entry, stage, at), [entry, stage, at])
  const presets = usePresets(entry.step?.id ?? '')
  return (
    <div data-entry={entry.id}>
      <div className="group/card relative">
        <button
          type="button"
          draggable={!!entry.step}
          className="flex w-full items-start gap-2.5 rounded p-1.5 text-left hover:bg-field"
          {...useTrying(act)}
          onDragStart={(e) => e.dataTransfer.setData('application/x-stilus-treatment', entry.step?.id ?? '')}
          onClick={() => add(entry)}
        >
          <ActThumb act={example} frame={frame} width={96} className="shrink-0" />
          <span className={cx('grid min-w-0 gap-0.5', presets.length > 0 && 'pb-4')}>
            <span>{entry.name}</span>
            <span className={cx('text-xs text-dim', presets.length ? 'line-clamp-2' : 'line-clamp-3')}>
              {entry.says}
            </span>
          </span>
        </button>
        {presets.length > 0 && (
          <button
            type="button"
            aria-expanded={open}
            aria-label={`Presets of ${entry.name}`}
            className="absolute bottom-1 left-[112px] flex items-center gap-0.5 rounded px-1 text-xs text-dim hover:text-text"
            onClick={() => setOpen(!open)}
          >
            {open ? <ChevronDown size={12} /> : <ChevronRight size={12} />}
            {presets.length} {presets.length === 1 ? 'preset' : 'presets'}
          </button>
        )}
        <EntryMarks entry={entry} favourite={favourite} />
      </div>
      {open && (
        <ul className="grid grid-cols-2 gap-1 p-1.5">
          {presets.map((p) => (
            <PresetEntry key={p.id} entry={entry} preset={p.value} at={at} frame={frame} width={116} />
          ))}
        </ul>
      )}
    </div>
  )
}

/** One entry in a grid: a large picture with its name. */
export function EntryTile({
  entry,
  favourite,
  at,
  frame,
  chosen,
  onChoose,
}: EntryProps & { chosen: boolean; onChoose(): void }) {
  const { stage } = useDesk()
  const add = useAdd()
  const example = useMemo(() => exampleAct(entry, stage, at), [entry, stage, at])
  return (
    <li className="group/card relative" data-entry={entry.id}>
      <button
        type="button"
        aria-label={`${entry.name}. ${entry.says}`}
        className={cx('block w-full rounded p-1 text-left hover:bg-field', chosen && 'bg-field')}
        onMouseEnter={onChoose}
        onFocus={onChoose}
        onClick={() => add(entry)}
      >
        <ActThumb act={example} frame={frame} width={184} className="!h-auto !w-full" />
        <span className="block truncate px-0.5 pt-1">{entry.name}</span>
      </button>
      <EntryMarks entry={entry} favourite={favourite} />
    </li>
  )
}

/** A ready-made state of an entry; a click uses the entry in that state. */
export function PresetEntry(props: {
  entry: Entry
  preset: Preset
  at: number
  frame: number
  width: number
}) {
  const { entry, preset, at, frame, width } = props
  const { stage } = useDesk()
  const add = useAdd()
  const act = useMemo(() => actOf(entry, stage, 'trying', at, preset), [entry, stage, at, preset])
  return (
    <li>
      <button
        type="button"
        aria-label={`${entry.name}, ${preset.name}`}
        className="block w-full rounded p-0.5 text-left hover:bg-field"
        {...useTrying(act)}
        onClick={() => add(entry, preset)}
      >
        <ActThumb act={act} frame={frame} width={width} className="!h-auto !w-full" />
        <span className="block truncate px-0.5 text-sm text-dim">{preset.name}</span>
      </button>
    </li>
  )
}

/** The star, and for the user's own recipes what else can be done with them. */
function EntryMarks({ entry, favourite }: { entry: Entry; favourite: boolean }) {
  const { recipe } = entry
  const kept = useRecipes().find((r) => r.value === recipe)
  return (
    <div className="absolute top-1 right-1 flex gap-0.5">
      <Favourite
        name={entry.name}
        on={favourite}
        className="group-hover/card:opacity-100"
        onChange={(on) => void star(entry.id, on)}
      />
      {recipe && kept && (
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label={`More for recipe ${entry.name}`}
              className="size-6 rounded bg-[#000000a0] text-white opacity-0 group-hover/card:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
            >
              ⋯
            </button>
          }
          items={[
            { label: 'Write to a file', run: () => saveRecipeFile(recipe) },
            {
              label: 'Remove from the library',
              danger: true,
              disabled: kept.shipped,
              run: () => void dropKept(kept.id),
            },
          ]}
        />
      )}
    </div>
  )
}
