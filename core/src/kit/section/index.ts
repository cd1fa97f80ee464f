import { put, section } from '../../form';
import { form, type HoleMap, type Kit, type Part, type Photo } from './form';
import { validationIssuesOfKit } from './rules';

export {
  BAR_JOINTS,
  MESH_SIDES,
  BAR_PROFILES,
  BOARD_EDGES,
  FRAME_FORMS,
  MOST_CROSS,
  OWN,
  OWN_BLOCK_ROLES,
  OWN_FACE_KINDS,
  part as partForm,
  PHOTO_REFERENCES,
  STAND_FOOTS,
  TRAY_EDGES,
  TRAY_HOLDS,
  type BoardEdge,
  type HoleMap,
  type Kit,
  type Made,
  type MadeCage,
  type MadeAngles,
  type MadeFrame,
  type MadeStand,
  type MadeTray,
  type MapDistance,
  type MapPoint,
  type OwnBlock,
  type OwnDesign,
  type OwnFace,
  type OwnHole,
  type Part,
  type Photo,
  type PhotoPick,
  type Pixel,
  type PlateRound,
} from './form';
export { nameApart } from './nameApart';
export * from './ownPieces';
export { validationIssueOfDesign, validationIssuesOfPart } from './rules';

/** The ways to alter the kit. */
export type KitChange =
  | { type: 'setPart'; id: string; part: Partial<Part> }
  | { type: 'setLater'; id: string; later: boolean }
  | { type: 'removePart'; id: string }
  | { type: 'setHoleMap'; id: string; map: HoleMap | null }
  | { type: 'setPhoto'; id: string; photo: Photo | null };

const named = (kit: Kit, id: string) => kit.parts[id]?.name ?? id;

export const kitSection = section<'kit', Kit, { kit: Kit }, KitChange>({
  key: 'kit',
  form,
  empty: () => ({ parts: {}, holeMaps: {}, photos: {} }),
  rules: ({ kit }) => validationIssuesOfKit(kit),
  changes: {
    setPart: {
      alter: ({ kit }, { id, part }) => {
        const known = kit.parts[id];
        if (known) put(kit.parts, id, { ...known, ...part });
      },
      words: ({ kit }, { id }) => `adjust ${named(kit, id)}`,
    },
    setLater: {
      alter: ({ kit }, { id, later }) => {
        const known = kit.parts[id];
        if (!known) return;
        const { later: _, ...now } = known;
        put(kit.parts, id, later ? { ...now, later: true } : now);
      },
      words: ({ kit }, { id, later }) => (later ? `${named(kit, id)} some day` : `${named(kit, id)} now`),
    },
    removePart: {
      alter: ({ kit }, { id }) => {
        delete kit.parts[id];
      },
      words: ({ kit }, { id }) => `take ${named(kit, id)} out of the kit`,
    },
    setHoleMap: {
      alter: ({ kit }, { id, map }) => put(kit.holeMaps, id, map),
      words: (_document, { map }) => (map ? `hole map: ${map.name}` : 'delete a hole map'),
    },
    setPhoto: {
      alter: ({ kit }, { id, photo }) => put(kit.photos, id, photo),
      words: (_document, { photo }) => (photo ? `photo: ${photo.name}` : 'delete a photo'),
    },
  },
  entities: ({ parts, holeMaps, photos }) => ({ part: parts, holeMap: holeMaps, photo: photos }),
  removeReferences: ({ kit }, { kind, id }) => {
    if (kind !== 'holeMap') return;
    for (const photo of Object.values(kit.photos))
      for (const pick of Object.values(photo.picks)) if (pick.shows?.map === id) pick.shows = null;
  },
});
