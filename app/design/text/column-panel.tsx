import { type DesignObject, type DesignText } from '@stilus/core/project'
import { AlignCenter, AlignJustify, AlignLeft, AlignRight, TextQuote } from 'lucide-react'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { IconButton } from '../../ui/button'
import { Choice, Toggle } from '../../ui/fields'
import { CourseRows } from './course-rows'
import { FormRow, Group, Row } from './row'

const ALIGNS = [
  ['start', 'Where reading begins', TextQuote],
  ['left', 'To the left', AlignLeft],
  ['centre', 'Centred', AlignCenter],
  ['right', 'To the right', AlignRight],
  ['justify', 'Filling the column', AlignJustify],
] as const

/** The column that a text stands in. */
export function ColumnPanel({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const text = object.text as DesignText
  const set = (change: Partial<DesignText>) => dispatch(edit('text.set', { objectId: object.id, change }))
  return (
    <Group title="Column">
      <div role="radiogroup" aria-label="Alignment" className="flex gap-0.5 py-0.5 pl-[100px]">
        {ALIGNS.map(([align, label, Icon]) => (
          <IconButton key={align} label={label} pressed={text.align === align} onClick={() => set({ align })}>
            <Icon size={15} />
          </IconButton>
        ))}
      </div>
      {text.course ? null : <FormRow {...{ object }} name="box" />}
      {!text.course && object.form['box'] && <Columns object={object} />}
      {['before', 'indent', 'tab'].map((name) => (
        <FormRow key={name} {...{ object, name }} />
      ))}
      <Row label="Lines run">
        <Choice
          label="Which way lines run"
          value={text.down ? 'down' : 'across'}
          options={[
            { value: 'across', label: 'Across' },
            { value: 'down', label: 'Down, the first on the right' },
          ]}
          onChange={(v) => set({ down: v === 'down' })}
        />
      </Row>
      <CourseRows object={object} />
      <Row label="In its height">
        <Choice
          label="Where the text lies in its height"
          value={text.level}
          options={[
            { value: 'top', label: 'At the top' },
            { value: 'middle', label: 'In the middle' },
            { value: 'bottom', label: 'At the bottom' },
          ]}
          onChange={(level) => set({ level: level as DesignText['level'] })}
        />
      </Row>
      <Row label="Reads">
        <Choice
          label="Direction of the text"
          value={text.direction}
          options={[
            { value: 'auto', label: 'As its letters do' },
            { value: 'ltr', label: 'From the left' },
            { value: 'rtl', label: 'From the right' },
          ]}
          onChange={(direction) => set({ direction: direction as DesignText['direction'] })}
        />
      </Row>
      <Row label="Fit the box">
        <Toggle
          label="Letters become smaller to fit"
          value={text.shrink}
          onChange={(shrink) => set({ shrink })}
        />
      </Row>
      <Row label="Hang stops">
        <Toggle label="Punctuation hangs outside" value={text.hang} onChange={(hang) => set({ hang })} />
      </Row>
    </Group>
  )
}

/** Columns beside each other, and the room between them where there are several. */
function Columns({ object }: { object: DesignObject }) {
  const many = Number(object.form['columns']?.value ?? 1) > 1
  return (
    <>
      <FormRow object={object} name="columns" />
      {many && <FormRow object={object} name="gap" />}
    </>
  )
}
