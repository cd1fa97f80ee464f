/** Read before a step is ticked. */
export const EYES = 'Glasses on; clamp it, both hands behind the blade.';
export const DUST = 'Mask and vacuum; no metal dust near any electronics.';
