import { deviceOff } from '../http/device-clock';
import { DataTypes, type Model, type ModelStatic, type Transaction } from 'sequelize';

/**
 * A write that may be sent twice: a plain insert that does nothing when the id is there already. All values are bound,
 * so that a sound of a hundred megabytes is never copied into the statement's text.
 * @returns true when the row is new
 */
export async function insertOnce<M extends Model>(
  model: ModelStatic<M>,
  row: Record<string, unknown>,
  { transaction, key = 'id' }: { transaction?: Transaction; key?: string } = {},
): Promise<boolean> {
  const now = new Date();
  const stamps = Object.fromEntries(
    ['createdAt', 'updatedAt'].filter((name) => name in model.getAttributes()).map((name) => [name, now]),
  );
  const off = 'deviceOff' in model.getAttributes() ? { deviceOff: deviceOff() } : {};
  const values: Record<string, unknown> = { ...stamps, ...off, ...row };
  const attributes = Object.entries(model.getAttributes()).filter(([name]) => values[name] !== undefined);
  const columns = attributes.map(([name, { field }]) => `"${field ?? name}"`);
  const bind = attributes.map(([name, { type }]) => bound(values[name], type));
  const places = bind.map((_, i) => `$${i + 1}`);
  const statement = `insert into "${model.tableName}" (${columns.join(', ')}) values (${places.join(', ')}) on conflict (${key}) do nothing`;
  const [, count] = await model.sequelize!.query(statement, { bind, transaction });
  return Number(count) > 0;
}

function bound(value: unknown, type: unknown): unknown {
  const isJson = type instanceof DataTypes.JSONB || type instanceof DataTypes.JSON;
  return isJson && value !== null ? JSON.stringify(value) : value;
}
