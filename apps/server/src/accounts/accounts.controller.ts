import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ProblemException } from '../http/problem';
import { ForOwners } from '../http/who-may';
import { ChangePasswordDto, InviteDto } from './accounts.dto';
import { AccountsService } from './accounts.service';
import { AccountsView, NewInvitationView } from './accounts.view';
import type { Session } from './session.model';
import { SignedIn } from './visitor';
import { TriedSeldom } from './visits.guard';

const NOBODY: AccountsView = { accounts: [], invitations: [] };

@ApiTags('accounts')
@Controller('accounts')
export class AccountsController {
  constructor(private readonly accounts: AccountsService) {}

  /** All of them for an owner, one's own else. */
  @Get()
  async list(@SignedIn() session: Session | null): Promise<AccountsView> {
    return session ? this.accounts.list(session.account) : NOBODY;
  }

  @Post('invitations')
  @ForOwners()
  invite(@Body() body: InviteDto, @SignedIn() session: Session | null): Promise<NewInvitationView> {
    own(session);
    return this.accounts.invite(body);
  }

  @Delete('invitations/:id')
  @ForOwners()
  @HttpCode(204)
  takeInvitationBack(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    return this.accounts.takeInvitationBack(id);
  }

  @Post('password')
  @TriedSeldom()
  @HttpCode(204)
  changePassword(@Body() body: ChangePasswordDto, @SignedIn() session: Session | null): Promise<void> {
    return this.accounts.changePassword(own(session).account.id, body);
  }

  /** One device, of one's own or as an owner. */
  @Delete('devices/:id')
  @HttpCode(204)
  async signOut(@Param('id', ParseUUIDPipe) id: string, @SignedIn() session: Session | null): Promise<void> {
    const { accountId } = await this.accounts.sessionById(id);
    mayTouch(session, accountId);
    await this.accounts.signOut(id);
  }

  /** All devices of an account but this one, of one's own or as an owner. */
  @Delete(':id/devices')
  @HttpCode(204)
  async signOutEverywhere(@Param('id', ParseUUIDPipe) id: string, @SignedIn() session: Session | null): Promise<void> {
    mayTouch(session, id);
    await this.accounts.signOutEverywhere(id, session?.id);
  }

  @Delete(':id')
  @ForOwners()
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    return this.accounts.remove(id);
  }
}

function own(session: Session | null): Session {
  if (session) return session;
  throw new ProblemException({ type: 'about:blank', title: 'Make the first account first', status: 403 });
}

function mayTouch(session: Session | null, accountId: string): void {
  const { account } = own(session);
  if (account.role === 'owner' || account.id === accountId) return;
  throw new ProblemException({ type: 'about:blank', title: 'Only an owner may do that', status: 403 });
}
