import { valueAt } from '@stilus/core/anim'
import { hueOf } from '@stilus/core/colour'
import { type Act, formAddress, getStep, type MaskItem, type Step } from '@stilus/core/project'
import { isKey, isShape, ITEM_FORMS } from '@stilus/core/region'
import { Minus, Pipette, Plus, X } from 'lucide-react'
import { AttachForm, useMotions } from '../../motion/attach-form'
import { trackItem } from '../../motion/new-motion'
import { edit, editAll } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button, IconButton } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Toggle } from '../../ui/fields'
import { Menu } from '../../ui/overlays'
import { lineColour } from '../../viewer/on-picture'
import { startPicking } from '../../viewer/picking'
import { CornerPanel } from './corner-panel'
import { InputRow } from '../panel/inputs'
import { KeyRange, type SoftRange } from '../lanes/key-range'
import { ParamRow } from '../controls/param-row'
import { useDesk, useTime } from '../use-desk'

interface ItemProps {
  step: Step
  shape: MaskItem
  at: { stepId: string; itemId: string }
}

/** What the chosen item of a region is set to. */
export function ItemPanel({ step, shape, at }: ItemProps) {
  const dispatch = useAppDispatch()
  const change = (change: Partial<Pick<MaskItem, 'invert' | 'hue' | 'input'>>) =>
    void dispatch(edit('region.item', { ...at, change }))
  // What is drawn on a histogram needs no row of its own.
  const drawn = shape.kind === 'luminance' ? ['light', 'lightSoft'] : []
  return (
    <div
      className="grid grid-cols-[minmax(0,1fr)] gap-1 border-t pt-2"
      aria-label={`What ${shape.name} is set to`}
      role="group"
    >
      {shape.locked && (
        <p className="text-dim">{shape.name} is locked: unlock it in the list to change it.</p>
      )}
      {(shape.kind === 'luminance' || shape.kind === 'hsl') && <Ranges {...{ step, shape, at }} />}
      {shape.kind === 'outline' && <CornerPanel shape={shape} at={at} />}
      {shape.kind === 'chroma' && <Samples {...{ step, shape, at }} />}
      {(isKey(shape.kind) || shape.kind === 'matte') && (
        <InputRow
          label={shape.kind === 'matte' ? 'Matte from' : 'Looks at'}
          step={step}
          kind={shape.kind === 'matte' ? 'matte' : 'frame'}
          binding={shape.input ?? { kind: shape.kind === 'matte' ? 'none' : 'before' }}
          onChange={(input) => change({ input: input ?? { kind: 'before' } })}
        />
      )}
      {Object.entries(ITEM_FORMS[shape.kind])
        .filter(([param]) => !drawn.includes(param))
        .map(([param, declared]) => (
          <ParamRow
            key={param}
            param={declared}
            address={formAddress('item', shape.id, param)}
            animated={shape.form[param] ?? { value: declared.default }}
          />
        ))}
      <label className="flex min-h-7 items-center justify-between">
        <span className="pl-2.5 text-dim">Invert this one</span>
        <Toggle
          label={`Invert ${shape.name}`}
          value={shape.invert ?? false}
          onChange={(invert) => change({ invert })}
        />
      </label>
      {isShape(shape.kind) && (
        <>
          <div className="flex items-center justify-between py-0.5">
            <span className="pl-2.5 text-dim">Outline</span>
            <div className="flex" role="group" aria-label="Colour of the outline">
              {Array.from({ length: 8 }, (_, hue) => (
                <button
                  key={hue}
                  type="button"
                  aria-label={`Outline colour ${hue + 1}`}
                  aria-pressed={(shape.hue ?? 0) === hue}
                  className={cx(
                    'size-5 rounded p-0.5',
                    (shape.hue ?? 0) === hue && 'bg-field-over ring-1 ring-text',
                  )}
                  onClick={() => change({ hue })}
                >
                  <span className="block size-full rounded-sm" style={{ background: lineColour(hue) }} />
                </button>
              ))}
            </div>
          </div>
          <Riding {...{ shape, at }} />
        </>
      )}
    </div>
  )
}

/** What a shape or a whole region rides on. */
export function Riding({
  shape,
  at,
}: {
  shape: Pick<MaskItem, 'attach'> & Partial<MaskItem>
  at: { stepId: string; itemId?: string }
}) {
  const dispatch = useAppDispatch()
  const { project } = useDesk()
  const motions = useMotions()
  const { attach: ride } = shape
  const set = (next: NonNullable<MaskItem['attach']> | null, gesture?: string) =>
    void dispatch(
      edit('region.attach', { ...at, attach: next && next.motions.length ? next : null }, gesture),
    )
  const name = motions.find((m) => m.id === ride?.motions[0])?.name ?? 'A motion that is gone'
  if (!ride)
    return (
      <div className="flex flex-wrap items-center gap-1.5 pt-1">
        {at.itemId && shape.id && (
          <Button onClick={() => trackItem(getStep(project, at.stepId), shape as MaskItem)}>
            Track what it surrounds
          </Button>
        )}
        <Menu
          trigger={<Button disabled={!motions.length}>Ride on …</Button>}
          items={motions.map((m) => ({
            label: m.name,
            run: () => set({ motions: [m.id], at: m.motion.reference, inverted: false, on: true }),
          }))}
        />
      </div>
    )
  return (
    <div className="mt-1 rounded bg-raised p-2">
      <div className="flex min-h-7 items-center gap-1">
        <button
          type="button"
          className="min-w-0 flex-1 truncate text-left hover:underline"
          onClick={() => dispatch(viewActions.set({ motionId: ride.motions[0] ?? null }))}
        >
          Rides on {ride.motions.length > 1 ? `${ride.motions.length} motions` : name}
        </button>
        <Toggle label="Rides" value={ride.on} onChange={(on) => set({ ...ride, on })} />
        <IconButton label="Leave the motion" onClick={() => set(null)}>
          <X size={14} />
        </IconButton>
      </div>
      <AttachForm modifier={ride} onChange={(next: typeof ride, gesture) => set(next, gesture)} />
    </div>
  )
}

/** Ranges of a key on histograms. */
function Ranges({ step, shape, at }: ItemProps) {
  const dispatch = useAppDispatch()
  const t = useTime()
  const value = (param: string): unknown => {
    const animated = shape.form[param]
    return animated ? valueAt(animated, t) : ITEM_FORMS[shape.kind][param]?.default
  }
  const set = (values: Record<string, number | number[]>, label: string, gesture: string) =>
    void dispatch(
      editAll(
        Object.entries(values).map(([param, v]): Act => [
          'value.set',
          { address: formAddress('item', at.itemId, param), at: t, value: v },
        ]),
        label,
        gesture,
      ),
    )
  const [low = 0, high = 1] = value('light') as number[]
  if (shape.kind === 'luminance') {
    const [below = 0, above = 0] = value('lightSoft') as number[]
    return (
      <KeyRange
        {...{ label: 'Lightness', tone: 'lightness', step, shape, range: { low, high, below, above } }}
        onChange={(r, gesture) =>
          set({ light: [r.low, r.high], lightSoft: [r.below, r.above] }, 'Change lightness range', gesture)
        }
      />
    )
  }
  const soft = Number(value('soft'))
  const [weak = 0, strong = 0.4] = value('chroma') as number[]
  const { hue } = hueOf(value('sample') as [number, number, number])
  const [half, fade] = [Number(value('width')) / 720, Number(value('hueSoft')) / 360]
  const softly = (r: SoftRange, of: { below: number; above: number }, scale: number) =>
    Math.min(1, (r.below !== of.below ? r.below : r.above) * scale)
  return (
    <>
      <KeyRange
        {...{ label: 'Hue', tone: 'hue', step, shape }}
        range={{ low: hue - half, high: hue + half, below: fade, above: fade }}
        onChange={(r, gesture) => {
          const wide = r.low !== hue - half ? hue - r.low : r.high - hue
          const soft = softly(r, { below: fade, above: fade }, 1)
          set(
            { width: Math.min(360, Math.max(0, wide * 720)), hueSoft: soft * 360 },
            'Change hue range',
            gesture,
          )
        }}
      />
      <KeyRange
        {...{ label: 'Strength of colour', tone: 'chroma', step, shape }}
        range={{ low: weak, high: strong, below: soft * 0.25, above: soft * 0.25 }}
        onChange={(r, gesture) =>
          set(
            { chroma: [r.low, r.high], soft: softly(r, { below: soft * 0.25, above: soft * 0.25 }, 4) },
            'Change range of strength',
            gesture,
          )
        }
      />
      <KeyRange
        {...{ label: 'Lightness', tone: 'lightness', step, shape }}
        range={{ low, high, below: soft, above: soft }}
        onChange={(r, gesture) =>
          set(
            { light: [r.low, r.high], soft: softly(r, { below: soft, above: soft }, 1) },
            'Change lightness range',
            gesture,
          )
        }
      />
    </>
  )
}

/** How large a square is averaged for a sample. */
const SIDES = [1, 5, 9, 21]

/** Colours that a colour key takes and leaves out. */
function Samples({ shape, at }: ItemProps) {
  const dispatch = useAppDispatch()
  const samples = shape.samples ?? []
  const set = (next: typeof samples) =>
    void dispatch(edit('region.item', { ...at, change: { samples: next } }))
  const sample = (plus: boolean, side: number) =>
    startPicking(side, (rgb) => set([...samples, { rgb, plus }].slice(-24)))
  const menu = (plus: boolean, label: string) => (
    <Menu
      trigger={
        <Button>
          <Pipette size={13} /> {label}
        </Button>
      }
      items={SIDES.map((side) => ({
        label: side === 1 ? 'One pixel' : `Mean of ${side} x ${side} pixels`,
        run: () => sample(plus, side),
      }))}
    />
  )
  return (
    <div className="grid gap-1.5 pb-1">
      {samples.length === 0 && <p className="text-dim">Sample what should be in it from the picture.</p>}
      <ul className="flex flex-wrap gap-1" aria-label="Sampled colours">
        {samples.map(({ rgb, plus }, i) => (
          <li key={i}>
            <button
              type="button"
              aria-label={`Remove sample ${i + 1}, ${plus ? 'taken' : 'left out'}`}
              className="group flex size-7 items-center justify-center rounded border border-line-strong"
              style={{ background: `color(srgb-linear ${rgb.join(' ')})` }}
              onClick={() => set(samples.filter((_, j) => j !== i))}
            >
              <span className="rounded bg-[#000000b0] text-white">
                {plus ? <Plus size={12} /> : <Minus size={12} />}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-2 gap-1.5">
        {menu(true, 'Take a colour')}
        {menu(false, 'Leave one out')}
      </div>
    </div>
  )
}
