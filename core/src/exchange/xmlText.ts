const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** What XML 1.0 (section 2.2, from memory) has no place for: control characters, halves of surrogate pairs. */
const NOWHERE =
  /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

/** A text as it may stand in an XML file, whatever somebody called a thing. */
export const xmlText = (text: string): string => text.replace(NOWHERE, '').replace(/[&<>"]/g, (c) => ENTITIES[c]!);
