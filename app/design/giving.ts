import type { Design } from '@stilus/core/project'
import type { SlackPart } from '@stilus/core/time'

type Gives = NonNullable<Design['gives']>

/** Slack parts as a design keeps them: those that were there keep their ids. */
export const namedParts = (design: Design, parts: readonly SlackPart[]): Gives => ({
  way: 'parts',
  parts: parts.map(({ start, end, give }, i) => ({
    id: design.gives?.parts[i]?.id ?? `part-${i + 1}`,
    start,
    end,
    give,
  })),
})
