import { z } from 'zod';
import { PartUse, StoreBody, Stored } from './parts.js';
import { Problem } from './problem.js';
import {
  CreateRigBody,
  Imported,
  KeepVersionBody,
  RigSummary,
  Saved,
  SaveRigBody,
  VersionSummary,
  ReadyVersion,
  RigStamp,
} from './rigs.js';

/** What the server takes and answers, as JSON Schema by name. */
export function describeApi(): Readonly<Record<string, object>> {
  const schemas = {
    CreateRigBody,
    Imported,
    KeepVersionBody,
    PartUse,
    Problem,
    ReadyVersion,
    RigStamp,
    RigSummary,
    Saved,
    SaveRevision: SaveRigBody.shape.revision,
    StoreBody,
    Stored,
    VersionSummary,
  };
  return Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => [
      name,
      z.toJSONSchema(schema, { unrepresentable: 'any' }),
    ]),
  );
}
