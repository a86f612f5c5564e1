import { Injectable } from '@nestjs/common';
import { Op, col, fn, where, type Transaction } from 'sequelize';
import { notFound, ProblemException } from '../http/problem';
import { Person } from '../workshop/person.model';
import { WorkshopService } from '../workshop/workshop.service';
import { Account, type Role } from './account.model';
import type { ChangePasswordDto, FirstAccountDto, InviteDto, SignInDto, TakeUpDto } from './accounts.dto';
import type { AccountsView, NewInvitationView, OpenInvitationView } from './accounts.view';
import { Invitation } from './invitation.model';
import { hashOf, hashPassword, isPassword, newCode, newToken, plainCode } from './secrets';
import { Session } from './session.model';

const DAY_MS = 24 * 3_600_000;
/** An invitation waits so long. */
const INVITED_MS = 3 * DAY_MS;
/** A device that was not used for so long is signed out. */
export const SESSION_MS = 90 * DAY_MS;
/** When it was last used is written down no more often. */
const SEEN_EVERY_MS = 5 * 60_000;

export interface NewSession {
  token: string;
  session: Session;
}

const problem = (status: number, title: string) => new ProblemException({ type: 'about:blank', title, status });

/** Told at its field. */
const wrongPassword = (status: number, title: string) =>
  new ProblemException({ type: 'about:blank', title, status, errors: [{ field: 'password', message: title }] });

@Injectable()
export class AccountsService {
  /** Once there is one, there always is: the last owner can't go. */
  private some = false;

  constructor(private readonly workshop: WorkshopService) {}

  async hasAccounts(): Promise<boolean> {
    this.some ||= (await Account.count()) > 0;
    return this.some;
  }

  /** Who is signed in with a token, or null. */
  async sessionOf(token: string): Promise<Session | null> {
    const session = await Session.findOne({
      where: { tokenHash: hashOf(token), seenAt: { [Op.gt]: new Date(Date.now() - SESSION_MS) } },
      include: [{ model: Account, include: [Person] }],
    });
    if (session && Date.now() - session.seenAt.getTime() > SEEN_EVERY_MS) {
      session.changed('seenAt', true);
      await session.save();
    }
    return session;
  }

  /** Whether who came in some time ago would be let in now. */
  async mayStay(session: Session | null): Promise<boolean> {
    return session ? (await Session.count({ where: { id: session.id } })) > 0 : !(await this.hasAccounts());
  }

  /** @throws ProblemException 401 that does not say which of the two was wrong */
  async signIn({ name, password, shared = false }: SignInDto, device: string): Promise<NewSession> {
    const account = await Account.findOne({
      include: [{ model: Person, where: where(fn('lower', col('person.name')), name.toLowerCase()) }],
    });
    // As long for a name that nobody has as for a wrong password.
    const isRight = await isPassword(account?.passwordHash ?? (await NOBODY), password);
    if (!account || !isRight) throw wrongPassword(401, 'This name and password do not go together');
    return this.begin(account.id, { device, shared });
  }

  private async begin(accountId: string, { device, shared }: { device: string; shared: boolean }): Promise<NewSession> {
    const token = newToken();
    const { id } = await Session.create({ tokenHash: hashOf(token), accountId, device, shared });
    const session = await Session.findByPk(id, {
      include: [{ model: Account, include: [Person] }],
      rejectOnEmpty: true,
    });
    return { token, session };
  }

  /** The first one lets all others in. @throws ProblemException 409 where there is one already */
  async makeFirst({ name, password }: FirstAccountDto, device: string): Promise<NewSession> {
    const passwordHash = await hashPassword(password);
    const account = await Account.sequelize!.transaction(async (transaction) => {
      await Account.sequelize!.query('lock table accounts in share row exclusive mode', { transaction });
      if ((await Account.count({ transaction })) > 0)
        throw problem(409, 'This bench has an owner already: ask for an invitation');
      const { id: personId } = await this.workshop.personNamed(name, transaction);
      return Account.create({ personId, role: 'owner', passwordHash }, { transaction });
    });
    return this.begin(account.id, { device, shared: false });
  }

  async invite({ role, name }: InviteDto): Promise<NewInvitationView> {
    const person = name ? await this.workshop.personNamed(name) : null;
    const known = person && (await Account.findOne({ where: { personId: person.id } }));
    const code = newCode();
    const { id, expiresAt } = await Invitation.create({
      codeHash: hashOf(code),
      role: known?.role ?? role,
      personId: person?.id ?? null,
      expiresAt: new Date(Date.now() + INVITED_MS),
    });
    return { id, code, role: known?.role ?? role, name: person?.name ?? null, expiresAt: expiresAt.toISOString() };
  }

  /** @throws ProblemException 404 where it is not known, was taken up, or is too old */
  async invitation(code: string): Promise<OpenInvitationView> {
    const { role, personId, person } = await this.open(code);
    const renews = personId !== null && (await Account.count({ where: { personId } })) > 0;
    return { workshop: await this.workshop.name(), role, name: person?.name ?? null, renews };
  }

  private async open(code: string, transaction?: Transaction): Promise<Invitation> {
    const found = await Invitation.findOne({
      where: { codeHash: hashOf(plainCode(code)), expiresAt: { [Op.gt]: new Date() } },
      include: [Person],
      transaction,
    });
    if (!found) throw problem(404, 'This invitation is not known, was taken up, or is too old: ask for another');
    return found;
  }

  /** Somebody new, or a new password for who has an account: then it is signed out elsewhere. */
  async takeUp(code: string, { name, password, shared = false }: TakeUpDto, device: string): Promise<NewSession> {
    const passwordHash = await hashPassword(password);
    const id = await Account.sequelize!.transaction(async (transaction) => {
      const invitation = await this.open(code, transaction);
      const person = invitation.person ?? (await this.named(name, transaction));
      if ((await Invitation.destroy({ where: { id: invitation.id }, transaction })) === 0) throw notFound('invitation');
      const account = await Account.findOne({ where: { personId: person.id }, transaction });
      if (!account)
        return (await Account.create({ personId: person.id, role: invitation.role, passwordHash }, { transaction })).id;
      // Whoever took a name that has an account would take the account with it.
      if (!invitation.personId)
        throw problem(409, `${person.name} has an account already: sign in, or say another name`);
      await account.update({ passwordHash }, { transaction });
      await Session.destroy({ where: { accountId: account.id }, transaction });
      return account.id;
    });
    return this.begin(id, { device, shared });
  }

  private async named(name: string | undefined, transaction: Transaction): Promise<Person> {
    if (!name) throw problem(400, 'Say what you are called');
    return this.workshop.personNamed(name, transaction);
  }

  /** All of them for an owner, one's own else. */
  async list({ id, role }: { id: string; role: Role }): Promise<AccountsView> {
    const isOwner = role === 'owner';
    const found = await Account.findAll({
      where: isOwner ? {} : { id },
      include: [Person],
      order: ['createdAt'],
    });
    const sessions = await Session.findAll({
      where: { accountId: found.map((account) => account.id), seenAt: { [Op.gt]: new Date(Date.now() - SESSION_MS) } },
      order: [['seenAt', 'DESC']],
    });
    const invitations = isOwner
      ? await Invitation.findAll({
          where: { expiresAt: { [Op.gt]: new Date() } },
          include: [Person],
          order: ['createdAt'],
        })
      : [];
    return {
      accounts: found.map((account) => ({
        id: account.id,
        name: account.person.name,
        role: account.role,
        createdAt: account.createdAt.toISOString(),
        devices: sessions.filter(({ accountId }) => accountId === account.id).map(deviceView),
      })),
      invitations: invitations.map((one) => ({
        id: one.id,
        role: one.role,
        name: one.person?.name ?? null,
        expiresAt: one.expiresAt.toISOString(),
      })),
    };
  }

  async takeInvitationBack(id: string): Promise<void> {
    if ((await Invitation.destroy({ where: { id } })) === 0) throw notFound('invitation');
  }

  /** @throws ProblemException 409 for the last owner: nobody could let anyone in */
  async remove(id: string): Promise<void> {
    await Account.sequelize!.transaction(async (transaction) => {
      const owners = await Account.findAll({ where: { role: 'owner' }, transaction, lock: transaction.LOCK.UPDATE });
      if (owners.length === 1 && owners[0]!.id === id)
        throw problem(409, 'This is the last owner: let another one in first');
      if ((await Account.destroy({ where: { id }, transaction })) === 0) throw notFound('account');
    });
  }

  async changePassword(id: string, { password, next }: ChangePasswordDto): Promise<void> {
    const account = await Account.findByPk(id, { rejectOnEmpty: true });
    if (!(await isPassword(account.passwordHash, password))) throw wrongPassword(403, 'The password so far is another');
    await account.update({ passwordHash: await hashPassword(next) });
  }

  async signOut(sessionId: string): Promise<void> {
    await Session.destroy({ where: { id: sessionId } });
  }

  /** @param but the device that stays */
  async signOutEverywhere(accountId: string, but?: string): Promise<void> {
    await Session.destroy({ where: { accountId, ...(but && { id: { [Op.ne]: but } }) } });
  }

  async sessionById(id: string): Promise<Session> {
    const found = await Session.findByPk(id);
    if (!found) throw notFound('device');
    return found;
  }
}

/** A password that nobody has. */
const NOBODY = hashPassword(newToken());

const deviceView = ({ id, device, shared, createdAt, seenAt }: Session) => ({
  id,
  device,
  shared,
  createdAt: createdAt.toISOString(),
  seenAt: seenAt.toISOString(),
});
