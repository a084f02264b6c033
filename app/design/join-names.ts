import type { Join } from '@stilus/core/polygon'

/** What joining shapes is called, as an act and as what it has done. */
export const JOIN_NAMES: Record<Join, { act: string; done: string; words: string[] }> = {
  unite: { act: 'Unite the shapes', done: 'United with it', words: ['add', 'merge', 'combine', 'union'] },
  subtract: {
    act: 'Cut the upper shapes out of the lowest',
    done: 'Cut out of it',
    words: ['subtract', 'hole', 'difference', 'combine', 'minus', 'knock out'],
  },
  intersect: {
    act: 'Keep what the shapes have in common',
    done: 'Only where both are',
    words: ['intersect', 'combine', 'overlap'],
  },
  exclude: {
    act: 'Keep what only one of the shapes has',
    done: 'Only where one is',
    words: ['exclude', 'combine', 'xor', 'overlap'],
  },
}
