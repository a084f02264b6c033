import { MoreHorizontal } from 'lucide-react'
import type { ComponentProps } from 'react'
import { cx } from './classes'

/** Three dots that open what else can be done with a thing. */
export const MoreButton = ({ of, className, ...rest }: { of: string } & ComponentProps<'button'>) => (
  <button
    type="button"
    aria-label={`More for ${of}`}
    className={cx('flex size-6 shrink-0 items-center justify-center rounded', className)}
    {...rest}
  >
    <MoreHorizontal size={15} />
  </button>
)
