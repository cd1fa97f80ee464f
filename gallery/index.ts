import type { Conversion } from '@young-shell/core/document';
import { aquariumChiller } from './aquarium-chiller';
import { chessClock } from './chess-clock';
import { cueLightCabinet } from './cue-light-cabinet';
import { dehumidifier } from './dehumidifier';
import { espressoMachine } from './espresso-machine';
import { footBath } from './foot-bath';
import { handDryer } from './hand-dryer';
import { insectCabinet } from './insect-cabinet';
import { lampRack } from './lamp-rack';
import { lightingController } from './lighting-controller';
import { metronome } from './metronome';
import { picnicCooler } from './picnic-cooler';
import { sterilisingOven } from './sterilising-oven';
import { warmingTray } from './warming-tray';

/** Whole conversions of fourteen kinds by the name of their file, as their owners know them before anything is placed. */
export const GALLERY: Readonly<Record<string, () => Conversion>> = {
  'hand-dryer': handDryer,
  dehumidifier,
  'lighting-controller': lightingController,
  'picnic-cooler': picnicCooler,
  'foot-bath': footBath,
  'sterilising-oven': sterilisingOven,
  'espresso-machine': espressoMachine,
  'lamp-rack': lampRack,
  'aquarium-chiller': aquariumChiller,
  'warming-tray': warmingTray,
  metronome,
  'chess-clock': chessClock,
  'cue-light-cabinet': cueLightCabinet,
  'insect-cabinet': insectCabinet,
};
