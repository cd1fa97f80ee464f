import { airCommands } from '../air/commands';
import { buildCommands } from '../build/commands';
import { cutCommands } from '../cut/commands';
import { fitCommands } from '../fit/commands';
import { kitCommands } from '../kit/commands';
import { linksCommands } from '../links/commands';
import { panelCommands } from '../panel/commands';
import type { StationId } from '../plan';
import { powerCommands } from '../power/commands';
import { proofCommands } from '../proof/commands';
import { shellCommands } from '../shell/commands';
import type { StationCommands } from '../station';

/** What stations add to the command line, in the order of the work. One line each. */
export const COMMANDS = {
  shell: shellCommands,
  kit: kitCommands,
  fit: fitCommands,
  air: airCommands,
  power: powerCommands,
  links: linksCommands,
  cut: cutCommands,
  panel: panelCommands,
  build: buildCommands,
  proof: proofCommands,
} satisfies { [Id in StationId]?: StationCommands<never> };
