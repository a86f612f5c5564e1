import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { checkTarget, defaultTarget, type TargetSpec } from '@nimble/core/graduation';
import { UniqueConstraintError } from 'sequelize';
import { ownBands } from '../build-records/shop-facts';
import { Build } from '../build-records/models/build.model';
import { conflict, notFound, refusing } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import type { SaveTemplateDto, SetTargetDto } from './dto/target.dto';
import { Target } from './target.model';
import type { TargetTemplateView } from './target-template.view';
import { TargetTemplate } from './target-template.model';

@Injectable()
export class GraduationService {
  /** The newest target, or the workshop's band by number while the maker has set none. */
  async targetOf(build: Pick<Build, 'id' | 'family' | 'plate' | 'wood'>): Promise<TargetSpec> {
    const newest = await Target.findOne({ where: { buildId: build.id }, order: [['at', 'DESC']] });
    return newest?.body ?? defaultTarget(build.family, build.plate, build.wood.species, await ownBands());
  }

  async show(buildId: string): Promise<TargetSpec> {
    const build = await findBuild(buildId);
    return this.targetOf(build);
  }

  async set(buildId: string, dto: SetTargetDto): Promise<TargetSpec> {
    await findBuild(buildId);
    refusing('body', () => checkTarget(dto.body));
    const body = { ...dto.body, rim: dto.body.rim ?? null };
    await insertOnce(Target, { id: dto.id, buildId, at: new Date(), person: dto.person, body });
    return this.show(buildId);
  }

  async templates(): Promise<TargetTemplateView[]> {
    const rows = await TargetTemplate.findAll({ order: ['name'] });
    return rows.map(({ id, name, body }) => ({ id, name, body }));
  }

  async saveTemplate(dto: SaveTemplateDto): Promise<TargetTemplateView[]> {
    refusing('body', () => checkTarget(dto.body));
    try {
      await insertOnce(TargetTemplate, { ...dto, body: { ...dto.body, rim: dto.body.rim ?? null } });
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw conflict('name', 'Another saved target has this name');
      throw error;
    }
    return this.templates();
  }

  async deleteTemplate(id: string): Promise<TargetTemplateView[]> {
    const removed = await TargetTemplate.destroy({ where: { id } });
    if (removed === 0) throw notFound('saved target');
    return this.templates();
  }
}
