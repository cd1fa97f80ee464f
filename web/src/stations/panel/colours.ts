import type { PanelLine } from './selectors';

/** Wires as copper, rods as bright steel. */
export const lineColour = (kind: PanelLine['kind']): string => (kind === 'wire' ? '#d08a4e' : '#dfe6ea');

/** Insulation of wires as it is drawn; names are what is printed beside. */
export const WIRE_COLOURS: Readonly<Record<string, string>> = {
  black: '#2a2a28',
  red: '#c0392b',
  yellow: '#d9b310',
  orange: '#dd7a1c',
  violet: '#7d5ba6',
  blue: '#2e6fb5',
  green: '#3d8b45',
  white: '#e9e6dc',
  grey: '#8b8b86',
  brown: '#7a5132',
  pink: '#d98aa5',
  turquoise: '#3aa6a0',
};
