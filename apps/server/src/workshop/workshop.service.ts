import { Injectable } from '@nestjs/common';
import { GENERIC_GLUES } from '@nimble/core/glue';
import { checkBands } from '@nimble/core/graduation';
import type { Experience } from '@nimble/core/bracing';
import { randomUUID } from 'node:crypto';
import { col, fn, where, type Transaction } from 'sequelize';
import { notFound, refusing } from '../http/problem';
import { insertOnce } from '../database/insert-once';
import { Person } from './person.model';
import { Workshop } from '../build-records/models/workshop.model';
import type { WorkshopView } from './workshop.view';
import type { ChangeWorkshopDto } from './workshop.dto';

const UNNAMED = 'My bench';

@Injectable()
export class WorkshopService {
  async show(): Promise<WorkshopView> {
    const [workshop, people] = await Promise.all([Workshop.findByPk(1), Person.findAll({ order: ['name'] })]);
    return {
      name: workshop?.name ?? UNNAMED,
      demo: workshop?.demo ?? false,
      people: people.map(({ id, name, role, experience }) => ({ id, name, role, experience })),
      glues: workshop?.glues ?? [...GENERIC_GLUES],
      bands: workshop?.bands ?? [],
    };
  }

  async change(change: ChangeWorkshopDto): Promise<WorkshopView> {
    if (change.bands) refusing('', () => checkBands(change.bands!));
    const workshop = await Workshop.findByPk(1);
    if (workshop) await workshop.update({ ...change });
    else await Workshop.create({ id: 1, name: UNNAMED, demo: false, ...change });
    return this.show();
  }

  async changePerson(id: string, experience: Experience): Promise<WorkshopView> {
    const person = await Person.findByPk(id);
    if (!person) throw notFound('person');
    await person.update({ experience });
    return this.show();
  }

  /** The person of a name, however it is written; a new one where nobody is called so. */
  async personNamed(name: string, transaction?: Transaction): Promise<Person> {
    const known = await Person.findOne({ where: where(fn('lower', col('name')), name.toLowerCase()), transaction });
    return known ?? Person.create({ id: randomUUID(), name, role: '' }, { transaction });
  }

  async name(): Promise<string> {
    return (await Workshop.findByPk(1))?.name ?? UNNAMED;
  }

  /** Adding the same person twice (a retry) adds one. */
  async addPerson(id: string, name: string): Promise<WorkshopView> {
    await insertOnce(Person, { id, name, role: '' });
    return this.show();
  }
}
