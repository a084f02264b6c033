import type { DesignObject, DesignText } from '@stilus/core/project'
import { edit } from '../../store/edit'
import { useAppDispatch, useView } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { Choice, Toggle } from '../../ui/fields'
import { type CourseWay, setCourse } from './courses'
import { FormRow, Row } from './row'

const WAYS: { value: CourseWay; label: string }[] = [
  { value: 'box', label: 'In lines' },
  { value: 'line', label: 'On a line' },
  { value: 'circle', label: 'Round an outline' },
  { value: 'within', label: 'Within an outline' },
]

const wayOf = ({ course }: DesignText): CourseWay =>
  !course ? 'box' : course.way === 'in' ? 'within' : course.closed ? 'circle' : 'line'

/** What a text stands on or in, and how. */
export function CourseRows({ object }: { object: DesignObject }) {
  const dispatch = useAppDispatch()
  const { reshaping } = useView('reshaping')
  const text = object.text as DesignText
  const { course } = text
  const set = (change: Partial<NonNullable<typeof course>>) =>
    course &&
    dispatch(edit('text.set', { objectId: object.id, change: { course: { ...course, ...change } } }))
  return (
    <>
      <Row label="Stands">
        <Choice
          label="What the text stands on or in"
          value={wayOf(text)}
          options={WAYS}
          onChange={(way) => setCourse(object, way as CourseWay)}
        />
      </Row>
      {course && (
        <Row label="">
          <Button
            aria-pressed={reshaping}
            onClick={() => dispatch(viewActions.set({ reshaping: !reshaping, typing: null }))}
          >
            {reshaping ? 'Leave its corners' : 'Take it by its corners'}
          </Button>
        </Row>
      )}
      {course?.way === 'on' && (
        <>
          {['slide', 'lift'].map((name) => (
            <FormRow key={name} {...{ object, name }} />
          ))}
          <Row label="Under it">
            <Toggle
              label="Letters hang under the line"
              value={course.under}
              onChange={(under) => set({ under })}
            />
          </Row>
          <Row label="Backwards">
            <Toggle
              label="From the end of the line to its beginning"
              value={course.reversed}
              onChange={(reversed) => set({ reversed })}
            />
          </Row>
          <Row label="Upright">
            <Toggle
              label="Letters are not turned"
              value={course.upright}
              onChange={(upright) => set({ upright })}
            />
          </Row>
        </>
      )}
    </>
  )
}
