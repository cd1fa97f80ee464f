import { pathToFileURL } from 'node:url';
import { installPrograms } from './setup.mjs';

/** Programs that tests ask as second witnesses, and the Debian packages they come in: the one list of them. */
export const PROGRAMS = {
  chromium: 'chromium',
  pdftoppm: 'poppler-utils',
  'rsvg-convert': 'librsvg2-bin',
  admesh: 'admesh',
  ezdxf: 'python3-ezdxf',
  ccx: 'calculix-ccx',
  slic3r: 'slic3r',
  cvt: 'xcvt',
  gtf: 'xserver-xorg-core',
  'edid-decode': 'edid-decode',
  ngspice: 'ngspice',
  gcc: 'gcc libc6-dev',
};

if (import.meta.url === pathToFileURL(process.argv[1]).href) installPrograms(PROGRAMS);
