import { type VariantProps, cva } from 'class-variance-authority';
import type { ComponentProps } from 'react';

/**
 * The look of whatever is pressed. Three weights: the pen for the one thing to do, a line for what else may be done, plain
 * for what is seldom wanted. The theme says how tall: 44 px on the desk, 56 px in the bay.
 */
export const pressed = cva('btn', {
  variants: {
    weight: { pen: 'btn-pen', line: '', plain: 'btn-plain' },
    /** Taller than others: hit with a glove, or the one thing of a page. */
    size: { normal: '', tall: 'min-h-14', tallest: 'min-h-16', icon: 'min-w-11 px-0' },
    wide: { true: 'w-full' },
  },
  defaultVariants: { weight: 'line', size: 'normal' },
});

export type ButtonProps = ComponentProps<'button'> & VariantProps<typeof pressed>;

/** A button that does something here; what leads elsewhere is a link that looks like it. */
export function Button({ weight, size, wide, className, type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={pressed({ weight, size, wide, className })} {...rest} />;
}
