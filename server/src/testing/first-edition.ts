/** A database as the first edition left it, with something in it: every upgrade begins there. */
import { DataSource } from 'typeorm';
import { migrations } from '../database/index.js';

export const oldPart = {
  id: 'elder',
  kind: 'body',
  name: 'Elder',
  massG: 5,
  solids: [{ id: 'case', type: 'box', atMm: [0, 0, 0], sizeMm: [100, 60, 80] }],
  mounts: [],
};
export const oldRig = {
  id: 'old',
  name: 'Old',
  brief: { currency: 'EUR', limits: {} },
  kit: [{ id: 'e1', partId: 'elder', owned: true }],
  setups: [
    {
      id: 'one',
      name: 'One',
      hold: 'low',
      attitude: 'level',
      motion: 'walking',
      body: 'e1',
      joints: [],
    },
  ],
};

/** A connection to an empty database that has gone through the first step alone. */
export async function openFirstEdition(url: string): Promise<DataSource> {
  const source = await new DataSource({
    type: 'mariadb',
    url,
    migrations: migrations.slice(0, 1),
    migrationsTableName: 'zucchini_migrations',
  }).initialize();
  await source.runMigrations();
  return source;
}

/** Stores what an installation of the first edition held: a part, an individual of it, a rig and its version. */
export async function fillFirstEdition(source: DataSource): Promise<void> {
  const doc = JSON.stringify;
  await source.query(
    'INSERT INTO parts (id, kind, name, format_version, doc) VALUES (?, ?, ?, 1, ?)',
    [oldPart.id, oldPart.kind, oldPart.name, doc(oldPart)],
  );
  await source.query("INSERT INTO kits (id, name) VALUES ('kit', 'My kit')");
  await source.query("INSERT INTO kit_items VALUES ('e1', 'kit', 'elder', 1, ?)", [
    doc(oldRig.kit[0]),
  ]);
  const figures = { stops: 0, risks: 1, hang: '2° nose up', spend: 'EUR 0', carried: '5 g' };
  await source.query(
    "INSERT INTO rigs VALUES ('old', 'kit', 'Old', 3, 1, ?, ?, '2026-01-01 00:00:00')",
    [doc({ ...oldRig, kit: undefined }), doc({ setup: 'One', parts: 1, ...figures })],
  );
  await source.query("INSERT INTO rig_items VALUES ('old', 'e1', 0)");
  await source.query(
    "INSERT INTO versions VALUES ('old', 'v1', 'First', '', '2026-01-01 00:00:00', 1, ?)",
    [doc(oldRig)],
  );
}
