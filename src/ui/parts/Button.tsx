import { clsx } from 'clsx';
import type { ButtonHTMLAttributes } from 'react';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: 'plain' | 'main' | 'bare' | 'icon';
}

const LOOKS = {
  plain: 'border border-line px-3 py-1.5 hover:border-soft hover:bg-raised',
  main: 'bg-lichen px-3 py-1.5 font-semibold text-ink hover:brightness-110',
  bare: 'px-2 py-1 text-mute hover:bg-raised hover:text-text',
  icon: 'grid size-8 place-items-center text-mute hover:bg-raised hover:text-text',
};

export function Button({ look = 'plain', className, type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={clsx(
        'rounded-md whitespace-nowrap disabled:cursor-default disabled:opacity-45',
        LOOKS[look],
        className,
      )}
      {...rest}
    />
  );
}
