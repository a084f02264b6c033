import '../testing/page'
import { describe, expect, it } from '@jest/globals'
import { richProject } from '../../core/testing/documents'
import { getSequence, getTransition } from '@stilus/core/project'
import { sharedTreatments } from './shared-steps'

describe('treatments that several lists have', () => {
  const [shot] = getSequence(richProject()).shots
  const joint = getTransition(richProject(), 't1').steps

  it.each([
    ['none', [], []],
    ['one list', [joint], [['dissolve', 1]]],
    ['twice the same', [joint, joint], [['dissolve', 2]]],
    ['nothing in common', [joint, shot?.steps ?? []], []],
    ['an empty one among them', [joint, []], []],
  ])('of %s', (_, lists, shared) =>
    expect(sharedTreatments(lists).map(({ use, steps }) => [use, steps.length])).toEqual(shared),
  )
})
