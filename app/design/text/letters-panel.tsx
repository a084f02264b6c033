import { type Case, type LetterStyle, sharedStyle } from '@stilus/core/lettering'
import {
  designOf,
  type DesignObject,
  type DesignText,
  EMPHASIS,
  fontsOf,
  type Project,
} from '@stilus/core/project'
import { Bold, Highlighter, Italic, Strikethrough, Underline } from 'lucide-react'
import type { ReactNode } from 'react'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { IconButton } from '../../ui/button'
import { ColourField } from '../../ui/colour-field'
import { Choice } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { FamilyChoice, weightsOf } from './family-choice'
import { AxesList } from './axes-list'
import { InsertMenu } from './insert-menu'
import { FeatureList } from './feature-list'
import { FormRow, Group, Row } from './row'
import { SetNotes } from './set-notes'
import { chosenLetters, styleLetters } from './typing'

const CASES: { value: Case; label: string }[] = [
  { value: 'typed', label: 'As typed' },
  { value: 'upper', label: 'Capitals' },
  { value: 'lower', label: 'Small letters' },
  { value: 'title', label: 'Capitals first' },
]
/** How letters look and how they are set: of those selected, or of the whole text. */
export function LettersPanel({ project, object }: { project: Project; object: DesignObject }) {
  const dispatch = useAppDispatch()
  useView('typing')
  const text = object.text as DesignText
  const [start, end] = chosenLetters(object.id, text.text.length)
  const some = end - start < text.text.length
  const shared = sharedStyle(text, start, end)
  const own = { ...text, ...shared }
  const set = (change: Partial<DesignText>) => dispatch(edit('text.set', { objectId: object.id, change }))
  const style = (change: LetterStyle, gesture?: string) =>
    styleLetters(object.id, start, end, change, gesture)
  /** The whole is set for itself, letters for their differences from it. */
  const either = (change: Pick<Partial<DesignText>, 'family' | 'weight' | 'italic' | 'case'>) =>
    void (some ? style(change) : set(change))
  const weights = weightsOf(fontsOf(project).find(own.family))
  const toggle = (label: string, shortcut: string, icon: ReactNode, on: boolean, change: LetterStyle) => (
    <IconButton
      label={label}
      shortcut={shortcut}
      pressed={on}
      onClick={() =>
        style(on ? Object.fromEntries(Object.keys(change).map((name) => [name, undefined])) : change)
      }
    >
      {icon}
    </IconButton>
  )
  return (
    <>
      <Group
        title={some ? `${end - start} selected ${end - start === 1 ? 'letter' : 'letters'}` : 'Letters'}
        end={<InsertMenu object={object} />}
      >
        <Row label="Family">
          <FamilyChoice project={project} value={own.family} onChange={(family) => either({ family })} />
        </Row>
        <Row label="Weight">
          <Choice
            label="Weight of the letters"
            value={String(own.weight)}
            options={weights}
            onChange={(weight) => either({ weight: Number(weight) })}
          />
        </Row>
        <Row label="Written">
          <Choice
            label="Case of the letters"
            value={own.case}
            options={CASES}
            onChange={(v) => either({ case: v as Case })}
          />
        </Row>
        <div className="flex items-center gap-0.5 py-0.5 pl-[100px]">
          {toggle('Bold', 'Ctrl B', <Bold size={15} />, shared.weight === 700, { weight: 700 })}
          <IconButton
            label="Italic"
            shortcut="Ctrl I"
            pressed={own.italic}
            onClick={() => either({ italic: !own.italic })}
          >
            <Italic size={15} />
          </IconButton>
          {toggle('Underline', 'Ctrl U', <Underline size={15} />, shared.underline === true, {
            underline: true,
          })}
          {toggle('Strike through', '', <Strikethrough size={15} />, shared.strike === true, {
            strike: true,
          })}
          {toggle('Emphasise', 'Ctrl E', <Highlighter size={15} />, shared.role === 'emphasis', {
            role: 'emphasis',
          })}
        </div>
        {some ? (
          <SomeLetters {...{ shared, style }} colour={shownColour(project, object, shared)} />
        ) : (
          <>
            {text.text.includes('{number') && <FormRow {...{ object }} name="number" />}
            {['size', 'tracking', 'leading'].map((name) => (
              <FormRow key={name} {...{ object, name }} />
            ))}
            <AxesList {...{ project, object }} />
          </>
        )}
        <SetNotes {...{ project, object }} />
        <FeatureList
          project={project}
          family={own.family}
          features={{ ...text.features, ...shared.features }}
          onChange={(features) => (some ? style({ features }) : set({ features }))}
        />
      </Group>
    </>
  )
}

/** The colour that letters show: their own, that of emphasis, or that of the front fill. */
function shownColour(project: Project, object: DesignObject, shared: LetterStyle): readonly number[] {
  const emphasis = designOf(project, object.id).emphasis ?? EMPHASIS
  const fill = object.coats?.findLast((c) => c.kind === 'fill')?.form['colour']?.value
  const plain = Array.isArray(fill) ? (fill as number[]) : [0.9, 0.9, 0.9]
  return shared.colour ?? (shared.role === 'emphasis' ? emphasis.colour : undefined) ?? plain
}

/** What letters differ in from the rest of their text. */
function SomeLetters({
  shared,
  colour,
  style,
}: {
  shared: LetterStyle
  colour: readonly number[]
  style(change: LetterStyle, gesture?: string): void
}) {
  return (
    <>
      <Row label="Size">
        <NumberField
          label="Size of the selected letters"
          value={(shared.size ?? 1) * 100}
          min={1}
          max={10000}
          soft={[20, 300]}
          step={1}
          digits={0}
          unit="%"
          onChange={(v, gesture) => style({ size: Math.abs(v - 100) < 1e-9 ? undefined : v / 100 }, gesture)}
        />
      </Row>
      <Row label="Tracking">
        <NumberField
          label="Tracking of the selected letters"
          value={shared.tracking ?? 0}
          min={-1000}
          max={10000}
          soft={[-100, 400]}
          step={1}
          digits={0}
          onChange={(v, gesture) => style({ tracking: v === 0 ? undefined : v }, gesture)}
        />
      </Row>
      <Row label="Raised by">
        <NumberField
          label="Baseline shift of the selected letters"
          value={shared.shift ?? 0}
          min={-10000}
          max={10000}
          soft={[-500, 500]}
          step={1}
          digits={0}
          onChange={(v, gesture) => style({ shift: v === 0 ? undefined : v }, gesture)}
        />
      </Row>
      <Row label="Each moved">
        <NumberField
          label="How far each selected letter is moved along the line"
          value={shared.across ?? 0}
          min={-100_000}
          max={100_000}
          soft={[-500, 500]}
          step={1}
          digits={0}
          onChange={(v, gesture) => style({ across: v === 0 ? undefined : v }, gesture)}
        />
      </Row>
      <Row label="Each turned">
        <NumberField
          label="How far each selected letter is turned"
          value={shared.turn ?? 0}
          min={-36000}
          max={36000}
          soft={[-180, 180]}
          step={1}
          digits={1}
          unit="°"
          onChange={(v, gesture) => style({ turn: v === 0 ? undefined : v }, gesture)}
        />
      </Row>
      <Row label="Colour">
        <ColourField
          label="Colour of the selected letters"
          value={colour}
          onChange={(colour, gesture) => style({ colour }, gesture)}
        />
      </Row>
    </>
  )
}
