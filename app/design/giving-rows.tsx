import { type Design, slackOf } from '@stilus/core/project'
import { type Give, GIVES, type SlackPart } from '@stilus/core/time'
import { Plus, Trash2 } from 'lucide-react'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/fields'
import { NumberField } from '../ui/number-field'
import { namedParts } from './giving'

const WAYS = {
  rest: 'What rests gives',
  parts: 'Parts that I name give',
  whole: 'All of it is slower or faster',
} as const

/** What of a design gives where it is used at another length than its own. */
export function GivingRows({ design }: { design: Design }) {
  const dispatch = useAppDispatch()
  const way = design.gives?.way ?? 'rest'
  const parts = slackOf(design)
  const set = (gives: Design['gives'] | null, gesture?: string) =>
    void dispatch(edit('design.gives', { designId: design.id, gives: gives ?? null }, gesture))
  const change = (at: number, part: Partial<SlackPart>, gesture?: string) =>
    set(
      namedParts(
        design,
        parts.map((p, i) => (i === at ? { ...p, ...part } : p)),
      ),
      gesture,
    )
  return (
    <section aria-label="At another length" className="grid gap-1.5 border-t pt-3">
      <h3 className="text-xs font-semibold text-faint">Used at another length</h3>
      <Choice
        label="What gives at another length"
        value={way}
        options={Object.entries(WAYS).map(([value, label]) => ({ value, label }))}
        onChange={(next) =>
          set(
            next === 'rest'
              ? null
              : next === 'whole'
                ? { way: 'whole', parts: design.gives?.parts ?? [] }
                : namedParts(design, parts),
          )
        }
      />
      {way === 'parts' &&
        parts.map((part, i) => (
          <div key={i} className="grid grid-cols-[1fr_1fr_24px] items-center gap-1 rounded bg-raised p-1.5">
            <Frames
              label={`Slack part ${i + 1} begins`}
              value={part.start}
              onChange={(v, g) => change(i, { start: v, end: Math.max(part.end, v + 1) }, g)}
            />
            <Frames
              label={`Slack part ${i + 1} ends`}
              value={part.end}
              onChange={(v, g) => change(i, { end: Math.max(part.start + 1, v) }, g)}
            />
            <IconButton
              label={`Remove slack part ${i + 1}`}
              className="size-6"
              onClick={() =>
                set(
                  namedParts(
                    design,
                    parts.filter((_, n) => n !== i),
                  ),
                )
              }
            >
              <Trash2 size={13} />
            </IconButton>
            <Choice
              label={`How slack part ${i + 1} gives`}
              value={part.give}
              options={Object.entries(GIVES).map(([value, label]) => ({ value, label }))}
              onChange={(give) => change(i, { give: give as Give })}
              className="col-span-3"
            />
          </div>
        ))}
      {way === 'parts' && <AddPart {...{ design, parts }} onAdd={(next) => set(namedParts(design, next))} />}
      <p className="text-dim">
        {way === 'whole'
          ? 'Arrivals and departures change their speed with the rest.'
          : parts.length
            ? 'All else is firm: it keeps its speed at any length.'
            : 'Nothing gives: used longer, it holds its last frame; used shorter, all of it is faster.'}
      </p>
    </section>
  )
}

function Frames(props: { label: string; value: number; onChange(v: number, gesture: string): void }) {
  return (
    <NumberField
      label={props.label}
      value={props.value}
      min={0}
      max={1_000_000}
      soft={[0, 300]}
      step={1}
      digits={0}
      unit="fr"
      onChange={(v, gesture) => props.onChange(Math.max(0, Math.round(v)), gesture)}
    />
  )
}

/** A new slack part from the playhead on, where there is room. */
function AddPart(props: { design: Design; parts: readonly SlackPart[]; onAdd(parts: SlackPart[]): void }) {
  const { design, parts, onAdd } = props
  const frame = useApp((s) => s.view.frame)
  const next = parts.find((p) => p.end > frame)
  const start = next && next.start <= frame ? next.end : frame
  const after = parts.find((p) => p.start >= start)
  const end = Math.min(after?.start ?? design.length, start + Math.round(design.rate.num / design.rate.den))
  if (end <= start) return null
  return (
    <Button
      look="quiet"
      className="h-7!"
      onClick={() =>
        onAdd([...parts, { start, end, give: 'hold' as const }].sort((a, b) => a.start - b.start))
      }
    >
      <Plus size={13} /> Slack part at frame {start}
    </Button>
  )
}
