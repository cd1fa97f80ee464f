import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  tabs: readonly { value: string; label: string; content: ReactNode }[];
}

/** Pages of a station under a row of names; only the open one is mounted. */
export function Tabs({ label, value, onChange, tabs }: Props) {
  return (
    <Radix.Root value={value} onValueChange={onChange}>
      <Radix.List aria-label={label} className="sticky top-0 z-10 flex flex-wrap border-b border-line bg-sheet px-2">
        {tabs.map((tab) => (
          <Radix.Trigger
            key={tab.value}
            value={tab.value}
            className="min-h-10 flex-1 border-b-3 border-transparent px-[3px] font-figure text-[16px] whitespace-nowrap font-semibold text-ink-soft hover:text-ink data-[state=active]:border-pencil data-[state=active]:text-ink"
          >
            {tab.label}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {tabs.map((tab) => (
        <Radix.Content key={tab.value} value={tab.value} tabIndex={-1}>
          {tab.content}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
