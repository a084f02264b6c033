import assert from 'node:assert/strict'
import { test } from 'node:test'
import { Kernels } from '@stilus/core/kernels'
import { median } from '../bench/measure'
import { benchErrors, cartErrors, flagErrors } from '../bench/tracking/film'
import { coveredErrors } from '../bench/tracking/known'
import { convergence } from '../bench/tracking/opencv'
import { K1 } from '../demo/film/shots/bench-tablet'

const k = new Kernels(400 * 1048576)

// The flags wave: a patch of 28 px bends within itself, which least squares over an affine map leaves as up to 0.4 px.
for (const flag of ['red', 'blue'] as const)
  test(`the ${flag} flag's point is never more than 0.6 px off, and lost only when it is covered`, () => {
    const { errors, lostAt, lostWhileSeen } = flagErrors(k, flag)
    assert.ok(Math.max(...errors) < 0.6, `worst ${Math.max(...errors)}`)
    assert.equal(lostWhileSeen, false)
    if (flag === 'blue') assert.ok(lostAt !== undefined, 'it says that it is covered')
  })

const held = (errors: number[], mid: number, worst: number) =>
  assert.ok(
    median(errors) < mid && Math.max(...errors) < worst,
    `median ${median(errors)}, worst ${Math.max(...errors)}`,
  )

// What a finishing editor needs: an insert that is off by a sixth of a pixel does not swim.
test('the sign of the cart', () => held(cartErrors(k), 0.15, 0.8))
test('the tablet, its arm held out and the bend of its lens found by itself', () => {
  const { errors, bend } = benchErrors(k)
  held(errors, 0.15, 0.8)
  assert.ok(Math.abs(bend - K1) < 0.02, `bend ${bend}`)
})
test('a patch of which two fifths are covered by what is not held out', () =>
  held(coveredErrors(k).errors, 0.15, 0.8))

test('from corners that are off it finds its place as often as the general-purpose registration', async () => {
  for (const { sigma, ours, theirs } of await convergence(k, 12))
    assert.ok(ours >= theirs - 1 / 12, `corners off by ${sigma}: ${ours} against ${theirs}`)
})
