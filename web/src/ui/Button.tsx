import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react';

type Look = 'plain' | 'strong' | 'quiet' | 'danger';

const LOOKS: Record<Look, string> = {
  plain: 'border border-line-strong bg-field hover:border-ink',
  strong: 'bg-ink text-sheet hover:opacity-90',
  quiet: 'text-ink-soft hover:text-ink hover:bg-paper',
  danger: 'border border-stop text-stop hover:bg-paper',
};

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look;
  ref?: Ref<HTMLButtonElement>;
  children: ReactNode;
}

/** The dress of a button, for links that act like one. */
export const buttonClass = (look: Look = 'plain') =>
  `act inline-flex min-h-8 pointer-coarse:min-h-10 pointer-coarse:min-w-10 items-center justify-center gap-1.5 rounded-sm px-2.5 py-1 font-label text-[15px] font-semibold whitespace-nowrap ${LOOKS[look]}`;

export function Button({ look = 'plain', className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${buttonClass(look)} ${className}`} {...rest} />;
}
