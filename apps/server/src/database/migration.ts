import type { QueryInterface, Transaction } from 'sequelize';

export interface Migration {
  name: string;
  up: (query: QueryInterface, transaction: Transaction) => Promise<void>;
}
