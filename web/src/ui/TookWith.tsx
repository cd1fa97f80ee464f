import { TOOLS, type Tool } from '@young-shell/core/quantity';

const USUAL: readonly Tool[] = ['calipers', 'rule', 'tape', 'guess'];

/** Asked once, after the first value was typed: what it was measured with. The next values are taken with the same. */
export function TookWith({ label, onChoose }: { label: string; onChoose: (tool: Tool) => void }) {
  return (
    <div
      role="group"
      aria-label={`${label}: measured with`}
      className="mt-1 flex flex-wrap items-center gap-1 border-l-4 border-pencil pl-2 text-sm"
    >
      <span>Measured with</span>
      {USUAL.map((tool) => (
        <button
          key={tool}
          type="button"
          className="min-h-8 rounded-sm border border-line-strong bg-field px-2 font-label pointer-coarse:min-h-10"
          onClick={() => onChoose(tool)}
        >
          {tool === 'guess' ? 'still a guess' : TOOLS[tool].label}
        </button>
      ))}
    </div>
  );
}
