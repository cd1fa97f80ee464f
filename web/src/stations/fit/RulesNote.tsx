import { HARD_RULES, SOFT_RULES } from '@young-shell/core/search';
import { Explain } from '../../ui/Explain';

/** Every rule of the search, one by one: what all layouts keep, and by what they are compared. */
export function RulesNote() {
  return (
    <Explain
      title="Rules of the search"
      rows={[
        ...HARD_RULES.map((rule) => ({ label: `always: ${rule.id}`, value: '', source: rule.words })),
        ...SOFT_RULES.map((rule) => ({ label: rule.name, value: `× ${rule.weight}`, source: rule.why })),
      ]}
    />
  );
}
