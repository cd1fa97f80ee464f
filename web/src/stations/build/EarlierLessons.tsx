import { nextId } from '@young-shell/core/document';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { api } from '../../document/api';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { shortDay } from '../../ui/days';
import { Section } from '../../ui/Section';

/** What was learnt in other conversions: the checklist of this one. */
export function EarlierLessons() {
  const { id = '' } = useParams();
  const { build, spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [lessons, setLessons] = useState<{ from: string; on: string; text: string }[]>([]);
  useEffect(() => {
    let alive = true;
    // Without the server there are none to show; nothing else waits for them.
    api.lessons(id).then(
      (found) => alive && setLessons(found),
      () => undefined,
    );
    return () => {
      alive = false;
    };
  }, [id]);
  if (lessons.length === 0) return null;
  const steps = new Set(Object.values(build.own).map((o) => o.name));
  return (
    <Section title="What was learnt before">
      <ul className="m-0 list-none p-0">
        {lessons.slice(0, 12).map((lesson) => {
          const name = lesson.text.slice(0, 120);
          return (
            <li
              key={`${lesson.from} ${lesson.text}`}
              className="grid grid-cols-[1fr_auto] items-center gap-2 border-t border-line py-1 first:border-t-0"
            >
              <span>
                {lesson.text}
                <span className="ml-1 text-sm text-ink-soft">
                  {lesson.from}, {shortDay(lesson.on)}
                </span>
              </span>
              {steps.has(name) ? (
                <span className="text-sm text-ink-soft">✓ a step</span>
              ) : (
                <Button
                  aria-label={`Make it a step: ${name}`}
                  onClick={() => {
                    const wrong = submit({
                      type: 'setOwnStep',
                      id: nextId(build.own, 'step', spent),
                      own: { name, minutes: 10, wait: 0, after: {}, caution: `Learnt with ${lesson.from}.` },
                    });
                    if (wrong) toast.error(wrong);
                  }}
                >
                  make it a step
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
