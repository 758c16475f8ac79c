import { takeSpare } from '../fit/index.js';
import {
  findSureMate,
  hasTrait,
  mayCarry,
  type Mate,
  type Mount,
  type Part,
  type PartBook,
} from '../part/index.js';
import { dot } from '../placement/index.js';
import {
  findStandInPorts,
  findStandIns,
  isMountFull,
  listJointsAt,
  rigFromMount,
  suggestSlideMm,
  suggestTurnDeg,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { sortMakes } from './added.js';
import { sameWayUp } from './build.js';

/** Whether a part states every need that the other states. */
const servesAsMuch = (part: Part, other: Part): boolean =>
  (other.serves ?? []).every(({ need }) => part.serves?.some((s) => s.need === need));

const isOtherMake = (part: Part, placed: PlacedItem): boolean =>
  part.kind === placed.part.kind && part.id !== placed.part.id && servesAsMuch(part, placed.part);

/**
 * The edit that puts another make in the place of a part: one of the same kind that is known to take over all its joints and states
 * the same needs. Undefined where it is no such make.
 */
export function createMake(assembly: Assembly, placed: PlacedItem, part: Part): Edit | undefined {
  if (!isOtherMake(part, placed)) return undefined;
  const { mounts, lacking, keyUnknown } = findStandIns(assembly, placed, part);
  if (lacking.length > 0 || keyUnknown) return undefined;
  return {
    type: 'swap-part',
    setupId: assembly.setup.id,
    itemId: placed.item.id,
    item: takeSpare(assembly, part),
    mounts,
    ports: findStandInPorts(placed.part, part),
  };
}

type Joined = Extract<Mate, { state: 'mates' }>;

/** Where another make would stand that does not go where the old part is fastened, or goes more firmly elsewhere. */
interface Place {
  readonly onto: PlacedItem;
  readonly mount: Mount;
  readonly own: Mount;
}

/** Free mounts that take one of a part's own carriers, as firmly as wanted, on what may carry it. */
function listPlaces(
  assembly: Assembly,
  placed: PlacedItem,
  part: Part,
  isWanted: (mate: Joined) => boolean,
): Place[] {
  const looks = placed.carriedBy!.rigFromParentMount.rotation.z;
  return assembly.items
    .filter((onto) => onto !== placed && mayCarry(onto.part, part))
    .filter((onto) => onto.number < placed.number || onto.number >= placed.branchEnd)
    .flatMap((onto) =>
      onto.part.mounts
        .filter((m) => dot(rigFromMount(onto, m).rotation.z, looks) > sameWayUp)
        .filter(
          (m) =>
            !isMountFull(assembly, onto.item.id, m) ||
            listJointsAt(assembly, onto.item.id, m.id).every((j) => j.child === placed.item.id),
        )
        .flatMap((mount) =>
          part.mounts
            .filter((own) => own.carrier)
            .flatMap((own) => {
              const mate = findSureMate(mount, own);
              return mate && isWanted(mate) ? [{ onto, mount, own }] : [];
            }),
        ),
    );
}

/** So many other places are looked at for one make. */
const mostPlaces = 3;

/**
 * Edits that put another make in the place of a part, on the mount where that is or on another one near by, where it is held as
 * `isWanted` asks; what the part carries goes over to it. What lies in the kit comes first, then the cheapest. Not tried yet.
 */
export function listOtherMakes(
  assembly: Assembly,
  placed: PlacedItem,
  catalogue: PartBook,
  isWanted: (mate: Joined) => boolean = () => true,
): Edit[] {
  const { carriedBy } = placed;
  if (!carriedBy || hasTrait(placed.part, 'camera') || hasTrait(placed.part, 'optic')) return [];
  const makes = sortMakes(
    assembly,
    [...catalogue.values()].filter((part) => isOtherMake(part, placed)),
  );
  return makes.flatMap((part): Edit[] => {
    const { mounts, lacking } = findStandIns(assembly, placed, part);
    // What it carries must all go over; the mount that it stands by itself may be another.
    if (lacking.some((tie) => tie.joint !== carriedBy)) return [];
    const swap = (of: Readonly<Record<string, string>>): Edit => ({
      type: 'swap-part',
      setupId: assembly.setup.id,
      itemId: placed.item.id,
      item: takeSpare(assembly, part),
      mounts: of,
      ports: findStandInPorts(placed.part, part),
    });
    const here =
      lacking.length === 0 && carriedBy.mate.state === 'mates' && isWanted(carriedBy.mate)
        ? createMake(assembly, placed, part)
        : undefined;
    const used = new Set(Object.values(mounts));
    const elsewhere = listPlaces(assembly, placed, part, isWanted)
      .filter(({ own }) => mounts[carriedBy.childMount.id] === own.id || !used.has(own.id))
      .slice(0, mostPlaces)
      .flatMap(({ onto, mount, own }): Edit[] => {
        const slideMm = suggestSlideMm(assembly, onto, mount, own);
        if (slideMm === undefined) return [];
        return [
          {
            type: 'all',
            edits: [
              swap({ ...mounts, [carriedBy.childMount.id]: own.id }),
              {
                type: 'move',
                setupId: assembly.setup.id,
                jointId: carriedBy.joint.id,
                childMount: own.id,
                parent: { item: onto.item.id, mount: mount.id },
                slideMm,
                turnDeg: suggestTurnDeg(onto, mount, own),
              },
            ],
          },
        ];
      });
    return [...(here ? [here] : []), ...elsewhere];
  });
}
