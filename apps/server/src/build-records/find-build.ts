import type { FindOptions } from 'sequelize';
import { notFound } from '../http/problem';
import { Build } from './models/build.model';

/** @throws ProblemException 404 where there is no such build */
export async function findBuild(id: string, options: Omit<FindOptions<Build>, 'where'> = {}): Promise<Build> {
  const build = await Build.findByPk(id, options);
  if (!build) throw notFound('build');
  return build;
}
