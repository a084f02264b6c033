import { COAT_FORMS } from '../coats'
import { fit } from '../params'
import { TEXT_STYLES } from '.'

it('sixty styles ship, each under a name of its own', () => {
  expect(TEXT_STYLES).toHaveLength(60)
  expect(new Set(TEXT_STYLES.map((s) => s.name)).size).toBe(60)
})

it.each(TEXT_STYLES.map((s) => [s.name, s] as const))(
  '%s sets what its coats have, within their ranges',
  (_, style) => {
    expect(style.coats.length).toBeGreaterThan(0)
    for (const { kind, form, stops = [] } of style.coats) {
      for (const [name, value] of Object.entries(form)) {
        const param = COAT_FORMS[kind][name]
        expect([kind, name, param && fit(param, value)]).toEqual([kind, name, value])
      }
      const graded = form['paint'] !== undefined && form['paint'] !== 'colour'
      expect(graded).toBe(stops.length >= 2)
      expect(stops.map((s) => s.at)).toEqual([...stops.map((s) => s.at)].sort((a, b) => a - b))
    }
  },
)
