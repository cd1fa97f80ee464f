import { formatDistanceToNow } from 'date-fns';
import { Copy, Download, Pencil, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { POLICIES } from '@young-shell/core/brief';
import type { Listed, Policy } from '@young-shell/core/document';
import { countOf, inUnit } from '@young-shell/core/quantity';
import { useAppSelector } from '../app/store';
import { Button } from '../ui/Button';
import { ExportMenu } from '../ui/ExportMenu';
import { VerdictMark } from '../ui/VerdictMark';
import { Silhouette } from './Silhouette';

interface Props {
  conversion: Listed;
  /** Changes that wait in this browser. */
  waiting: number;
  onRename: (name: string) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}

/** How long ago; a time that is none breaks no screen. */
export const ago = (when: string) =>
  Number.isFinite(Date.parse(when)) ? formatDistanceToNow(new Date(when), { addSuffix: true }) : 'at a time not known';

/** A conversion on the bench: what it is, whether it fits, what can be done with it. */
export function ConversionRow({ conversion, waiting, onRename, onDuplicate, onRemove }: Props) {
  const [name, setName] = useState<string>();
  const unit = useAppSelector((s) => s.preferences.unit);
  const { id, summary, updatedAt } = conversion;
  if (conversion.fault !== undefined) return <UnreadableRow conversion={conversion} onRemove={onRemove} />;
  return (
    <li className="flex items-center gap-x-4 gap-y-1 border-b border-line px-5 py-3 max-md:flex-wrap">
      {summary ? <Silhouette outline={summary.outline} /> : <span className="h-12 w-20 shrink-0" />}
      <div className="min-w-0 flex-1 max-md:basis-3/4">
        {name === undefined ? (
          <Link
            to={`/c/${id}`}
            className="block text-lg leading-snug font-semibold [overflow-wrap:anywhere] underline-offset-2 hover:underline"
          >
            {conversion.name}
          </Link>
        ) : (
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim()) onRename(name);
              setName(undefined);
            }}
          >
            <input
              autoFocus
              aria-label="New name"
              maxLength={120}
              className="min-w-0 flex-1 rounded-sm border border-line-strong bg-field px-2 py-1"
              value={name}
              onChange={(event) => setName(event.target.value)}
              onKeyDown={(event) => event.key === 'Escape' && setName(undefined)}
            />
            <Button type="submit">Keep</Button>
          </form>
        )}
        <span className="block font-label text-sm text-ink-soft">
          {[
            ...(summary
              ? [summary.note, POLICIES[summary.policy as Policy].label, `${countOf(summary.parts, 'part')}`]
              : []),
            `changed ${ago(updatedAt)}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {waiting > 0 && (
          <span className="block text-sm text-warn">
            {waiting === 1 ? 'One change waits' : `${waiting} changes wait`} in this browser; open it to send them
          </span>
        )}
      </div>
      <span className="figure flex w-52 shrink-0 max-md:w-auto max-md:shrink max-md:grow items-center gap-2 text-xl leading-tight">
        {summary ? (
          <>
            <VerdictMark verdict={summary.headline.verdict} size={14} />
            <span className="min-w-0">
              {inUnit(summary.headline.brief, unit)}
              {conversion.judging && (
                <span className="block font-label text-sm leading-snug text-ink-soft">
                  {conversion.judgedAt
                    ? `judged ${ago(conversion.judgedAt)}, being judged anew …`
                    : 'being judged anew …'}
                </span>
              )}
            </span>
          </>
        ) : (
          <span className="text-base text-ink-soft">
            {conversion.judging ? 'being judged …' : 'too large to be judged here: open it'}
          </span>
        )}
      </span>
      <div className="-mr-2 flex shrink-0">
        <Button look="quiet" aria-label={`Rename ${conversion.name}`} onClick={() => setName(conversion.name)}>
          <Pencil size={16} aria-hidden />
        </Button>
        <Button look="quiet" aria-label={`Duplicate ${conversion.name}`} onClick={onDuplicate}>
          <Copy size={16} aria-hidden />
        </Button>
        <ExportMenu
          id={id}
          trigger={
            <Button look="quiet" aria-label={`Export ${conversion.name}`}>
              <Download size={16} aria-hidden />
            </Button>
          }
        />
        <Button look="quiet" aria-label={`Delete ${conversion.name}`} onClick={onRemove}>
          <Trash2 size={16} aria-hidden />
        </Button>
      </div>
    </li>
  );
}

/** A document that this version can't make sense of: it can be fetched as it is. */
function UnreadableRow({ conversion, onRemove }: Pick<Props, 'conversion' | 'onRemove'>) {
  return (
    <li className="flex items-center gap-4 border-b border-line px-5 py-4">
      <div className="min-w-0 flex-1">
        <span className="block text-lg font-semibold [overflow-wrap:anywhere]">{conversion.name}</span>
        <span className="block text-sm text-stop">It can’t be read: {conversion.fault}</span>
      </div>
      <a
        className="inline-flex min-h-8 items-center gap-1.5 px-2.5 font-label text-[15px] font-semibold whitespace-nowrap underline"
        href={`/api/conversions/${conversion.id}/export`}
        download
      >
        Fetch it as it is
      </a>
      <Button look="quiet" aria-label={`Delete ${conversion.name}`} onClick={onRemove}>
        <Trash2 size={16} aria-hidden />
      </Button>
    </li>
  );
}
