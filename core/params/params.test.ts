import { fit, type Param, typedNumber } from '.'

it.each([
  ['12', 12],
  ['1,5', 1.5],
  ['-3', -3],
  ['+5', 15],
  ['+=5', 15],
  ['-=4', 6],
  ['*2', 20],
  ['/4', 2.5],
  ['50%', 5],
  ['3+4*2', 11],
  ['6/2-1', 2],
  ['2*-3', -6],
  ['.5', 0.5],
  ['', undefined],
  ['abc', undefined],
  ['1+', undefined],
  ['1/0', undefined],
  ['1..2', undefined],
])('typing %j into a field that holds 10 gives %j', (text, expected) =>
  expect(typedNumber(text, 10)).toBe(expected),
)

it('makes any value fit its declaration', () => {
  const base = { label: 'x', help: 'x' }
  const number: Param = { ...base, type: 'number', default: 1, min: 0, max: 2, step: 1, digits: 0 }
  const rgb: Param = { ...base, type: 'rgb', default: [1, 1, 1], min: 0, max: 2, step: 1, digits: 0 }
  const choice: Param = { ...base, type: 'choice', default: 'a', options: [{ value: 'a', label: 'A' }] }
  expect([5, -1, NaN, 'x', undefined].map((v) => fit(number, v))).toEqual([2, 0, 1, 1, 1])
  expect(fit(rgb, [9, 0.5])).toEqual([2, 0.5, 1])
  expect([fit(choice, 'a'), fit(choice, 'zzz')]).toEqual(['a', 'a'])
})

it('a stroke is whole points of finite numbers, no more than it may have', () => {
  const stroke: Param = { label: 'x', help: 'x', type: 'stroke', default: [], most: 4 }
  expect([[1, 2, 3], [1, 2, 3, 4, 5, 6], [1, NaN], 'x', undefined].map((v) => fit(stroke, v))).toEqual([
    [1, 2],
    [1, 2, 3, 4],
    [],
    [],
    [],
  ])
})
