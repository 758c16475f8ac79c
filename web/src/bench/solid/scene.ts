import { nameItem, placeSolids, type Assembly, type LeadCurve, type Solid } from '@zucchini/core';
import {
  BoxGeometry,
  CatmullRomCurve3,
  type BufferGeometry,
  CylinderGeometry,
  EdgesGeometry,
  ExtrudeGeometry,
  Group,
  LineBasicMaterial,
  LineCurve3,
  LineSegments,
  Matrix4,
  Mesh,
  MeshStandardMaterial,
  Path,
  Shape,
  TubeGeometry,
  Vector3,
} from 'three';

/** Facets of a round body: as smooth as the drawing. */
const roundSteps = 40;
/** Of a thin lead fewer do. */
const roundLeadSteps = 10;

/** A solid's body about its own origin, its axis along z, in mm. */
export function createGeometry(solid: Solid): BufferGeometry {
  switch (solid.type) {
    case 'box':
      return new BoxGeometry(...solid.sizeMm);
    case 'cylinder':
    case 'frustum': {
      const end = solid.type === 'frustum' ? solid.endRadiusMm : solid.radiusMm;
      // three's cylinders lie along y.
      return new CylinderGeometry(end, solid.radiusMm, solid.lengthMm, roundSteps).rotateX(
        Math.PI / 2,
      );
    }
    case 'tube': {
      const ring = new Shape().absarc(0, 0, solid.radiusMm, 0, 2 * Math.PI);
      ring.holes.push(new Path().absarc(0, 0, solid.innerRadiusMm, 0, 2 * Math.PI, true));
      return extrude(ring, solid.lengthMm);
    }
    case 'prism': {
      const outline = new Shape();
      solid.outlineMm.forEach(([x, y], i) =>
        i === 0 ? outline.moveTo(x, y) : outline.lineTo(x, y),
      );
      return extrude(outline, solid.lengthMm);
    }
  }
}

function extrude(shape: Shape, lengthMm: number): BufferGeometry {
  return new ExtrudeGeometry(shape, {
    depth: lengthMm,
    bevelEnabled: false,
    curveSegments: roundSteps,
  }).translate(0, 0, -lengthMm / 2);
}

export interface Looks {
  /** Colour of a surface, as CSS writes it. */
  readonly surface: (name: string) => string;
  readonly ink: string;
  readonly chosen: string;
  /** What goes in a step of a change. */
  readonly gone: string;
}

/** What comes and what goes in the step of a change that is shown. */
export interface Marked {
  readonly fresh: ReadonlySet<string>;
  readonly ghost: ReadonlySet<string>;
}

/** All parts of a setup as meshes in the rig's frame, in mm, each part a group with its name. */
export function createScene(
  assembly: Assembly,
  looks: Looks,
  selected: string | undefined,
  leads: readonly LeadCurve[] = [],
  marked?: Marked,
): Group {
  const rig = new Group();
  rig.name = assembly.rig.name;
  const ink = new LineBasicMaterial({ color: looks.ink });
  const inkChosen = new LineBasicMaterial({ color: looks.chosen });
  const inkGone = new LineBasicMaterial({ color: looks.gone });
  // What goes is seen through.
  const ghost = new MeshStandardMaterial({
    color: looks.gone,
    roughness: 0.9,
    transparent: true,
    opacity: 0.15,
    depthWrite: false,
  });
  const materials = new Map<string, MeshStandardMaterial>();
  const materialOf = (surface: string) => {
    let material = materials.get(surface);
    if (!material) {
      material = new MeshStandardMaterial({
        color: looks.surface(surface),
        roughness: 0.9,
        // Edges lie on the faces: faces give way a little.
        polygonOffset: true,
        polygonOffsetFactor: 1,
        polygonOffsetUnits: 1,
      });
      material.name = surface;
      materials.set(surface, material);
    }
    return material;
  };
  for (const placed of assembly.items) {
    const part = new Group();
    part.name = nameItem(placed);
    part.userData = { item: placed.item.id };
    for (const { solid, rigFromSolid } of placeSolids(placed)) {
      const geometry = createGeometry(solid);
      const goes = marked?.ghost.has(placed.item.id);
      const comes = marked?.fresh.has(placed.item.id);
      const surface = comes ? 'leaf-tint' : (solid.surface ?? 'plastic');
      const mesh = new Mesh(geometry, goes ? ghost : materialOf(surface));
      mesh.name = solid.id;
      const { x, y, z } = rigFromSolid.rotation;
      const [ox, oy, oz] = rigFromSolid.originMm;
      mesh.applyMatrix4(
        new Matrix4().set(
          x[0],
          y[0],
          z[0],
          ox,
          x[1],
          y[1],
          z[1],
          oy,
          x[2],
          y[2],
          z[2],
          oz,
          0,
          0,
          0,
          1,
        ),
      );
      mesh.add(
        new LineSegments(
          new EdgesGeometry(geometry, 25),
          goes ? inkGone : comes || placed.item.id === selected ? inkChosen : ink,
        ),
      );
      part.add(mesh);
    }
    rig.add(part);
  }
  for (const lead of leads) {
    const cable = new Group();
    cable.name = `lead ${lead.runId}`;
    cable.userData = { item: lead.itemId };
    const path = new CatmullRomCurve3(lead.points.map((p) => new Vector3(...p)));
    const tube = new TubeGeometry(path, lead.points.length * 2, lead.radiusMm, roundLeadSteps);
    cable.add(new Mesh(tube, materialOf(`lead-${lead.use}`)));
    for (const { fromMm, toMm, radiusMm } of lead.plugs) {
      const straight = new LineCurve3(new Vector3(...fromMm), new Vector3(...toMm));
      cable.add(
        new Mesh(new TubeGeometry(straight, 1, radiusMm, roundSteps), materialOf('rubber')),
      );
    }
    rig.add(cable);
  }
  return rig;
}

/** Lets go of what a scene holds in the graphics memory. */
export function disposeScene(group: Group): void {
  group.traverse((thing) => {
    if (thing instanceof Mesh || thing instanceof LineSegments) thing.geometry.dispose();
  });
}
