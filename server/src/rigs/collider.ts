import { loadCollider, type Collider } from '@zucchini/core';

let loading: Promise<Collider> | undefined;

/** The collision library, loaded once for the process, when it is first asked for. */
export function findCollider(): Promise<Collider> {
  loading ??= loadCollider();
  return loading;
}
