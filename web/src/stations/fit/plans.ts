import { applyChange, type Conversion, type Variant } from '@young-shell/core/document';
import { changesTo } from '@young-shell/core/search';

/** The plan with a kept layout in it. */
export function withVariant(document: Conversion, variant: Variant): Conversion {
  return applyChange(document, { type: 'all', what: variant.name, changes: changesTo(document, variant) }).document;
}

/** A name that no kept layout has yet. */
export function freeName(document: Conversion, name: string): string {
  const taken = new Set(Object.values(document.layout.variants).map((v) => v.name));
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} (${n})`;
    if (!taken.has(tried)) return tried;
  }
}
