import type { Assembly, LeadCurve } from '@zucchini/core';
import { Group, LineSegments } from 'three';
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js';
import { createScene, type Looks } from './scene';

/** The setup as a glTF 2.0 document: metres, y up, one node for each part with its name. */
export async function toGltf(
  assembly: Assembly,
  looks: Looks,
  leads: readonly LeadCurve[],
): Promise<string> {
  const rig = createScene(assembly, looks, undefined, leads);
  const edges: LineSegments[] = [];
  rig.traverse((thing) => {
    if (thing instanceof LineSegments) edges.push(thing);
  });
  for (const edge of edges) edge.removeFromParent();
  const root = new Group();
  root.name = assembly.rig.name;
  // Ours is z up in mm with x ahead; glTF wants y up in metres with z ahead.
  root.rotation.set(-Math.PI / 2, 0, -Math.PI / 2, 'XYZ');
  root.scale.setScalar(0.001);
  root.add(rig);
  const document = await new GLTFExporter().parseAsync(root, { binary: false });
  return JSON.stringify(document);
}
