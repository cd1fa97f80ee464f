import { airSection } from '../air/section';
import { briefSection } from '../brief/section';
import { buildSection } from '../build/section';
import { cutSection } from '../cut/section';
import { layoutSection } from '../fit/section';
import { kitSection } from '../kit/section';
import { linksSection } from '../links/section';
import { panelSection } from '../panel/section';
import { powerSection } from '../power/section';
import { proofSection } from '../proof/section';
import { shellSection } from '../shell/section';

/** What a document is made of, in the order of the work: a section looks only at those before it. */
export const SECTIONS = [
  briefSection,
  shellSection,
  kitSection,
  layoutSection,
  cutSection,
  airSection,
  powerSection,
  linksSection,
  panelSection,
  buildSection,
  proofSection,
] as const;

type AnySection = (typeof SECTIONS)[number];

/** The sections of a document by key. */
export type Sections = {
  [S in AnySection as S['key']]: ReturnType<S['empty']>;
};
export type SectionKey = AnySection['key'];

/** The changes of all sections. */
export type SectionChange = NonNullable<AnySection['change']>;
