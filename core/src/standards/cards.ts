import { dimension, practice, standard, type StandardPart } from './row';
import { SCREWS } from './screws';

const CEM = standard('PCI Express Card Electromechanical Specification');

/** Distance between neighbouring card slots, mm. */
export const SLOT_PITCH = { value: 20.32, source: CEM };

function card(
  key: string,
  name: string,
  length: number,
  height: number,
  slots: number,
  bracket: number,
  mass: number,
): StandardPart {
  return {
    key: `card/${key}`,
    kind: 'card',
    name,
    words: `graphics card gpu ${slots} slot pcie`,
    dimensions: {
      length: dimension('Length from the bracket', length, CEM, 'catalogue'),
      height: dimension('Height over the slot edge', height, CEM, 'catalogue'),
      thickness: dimension('Thickness', slots * SLOT_PITCH.value - 2.3, practice),
      bracketHeight: dimension('Bracket height', bracket, CEM),
      plugRoom: dimension('Power plug and bend', slots > 1 ? 35 : 0, practice),
      riserRoom: dimension('Riser plug and first bend', 20, practice),
      socketRoom: dimension('Picture plugs outside', 45, practice),
    },
    holes: [],
    holeSource: practice,
    screw: SCREWS.unc632,
    mass,
    source: CEM,
  };
}

/** Cards; real coolers overhang: measure and adjust the copy. */
export const CARDS: readonly StandardPart[] = [
  card('full-length-2', 'Full-length card, 2 slots', 312, 111.15, 2, 120, 1100),
  card('full-length-3', 'Full-length card, 3 slots', 312, 111.15, 3, 120, 1500),
  card('full-length-2-5', 'Full-length card, 2.5 slots', 312, 111.15, 2.5, 120, 1300),
  card('half-length-2', 'Half-length card, 2 slots', 167.65, 111.15, 2, 120, 600),
  card('half-length-1', 'Half-length card, 1 slot', 167.65, 111.15, 1, 120, 300),
  card('low-profile-2', 'Low-profile card, 2 slots', 167.65, 68.9, 2, 79.2, 350),
  card('low-profile-1', 'Low-profile short card, 1 slot', 119.9, 68.9, 1, 79.2, 150),
];
