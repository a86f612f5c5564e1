import { Injectable } from '@nestjs/common';
import { Person } from './person.model';
import { Workshop } from './workshop.model';

export interface WorkshopView {
  name: string;
  demo: boolean;
  people: { id: string; name: string; role: string }[];
}

const UNNAMED = 'My bench';

@Injectable()
export class WorkshopService {
  async show(): Promise<WorkshopView> {
    const [workshop, people] = await Promise.all([Workshop.findByPk(1), Person.findAll({ order: ['name'] })]);
    return {
      name: workshop?.name ?? UNNAMED,
      demo: workshop?.demo ?? false,
      people: people.map(({ id, name, role }) => ({ id, name, role })),
    };
  }

  async rename(name: string): Promise<WorkshopView> {
    const workshop = await Workshop.findByPk(1);
    if (workshop) await workshop.update({ name });
    else await Workshop.create({ id: 1, name, demo: false });
    return this.show();
  }

  /** Adding the same person twice (a retry) adds one. */
  async addPerson(id: string, name: string): Promise<WorkshopView> {
    await Person.findOrCreate({ where: { id }, defaults: { id, name, role: '' } });
    return this.show();
  }
}
