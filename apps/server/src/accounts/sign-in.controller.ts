import { Body, Controller, Delete, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { ProblemException } from '../http/problem';
import { OpenToAll } from '../http/who-may';
import { WorkshopService } from '../workshop/workshop.service';
import { FirstAccountDto, SignInDto, TakeUpDto } from './accounts.dto';
import { AccountsService, type NewSession } from './accounts.service';
import { OpenInvitationView, SignInView } from './accounts.view';
import type { Session } from './session.model';
import { deviceOf, forgetSession, isFromHere, keepSignedIn, SignedIn, signedInView } from './visitor';
import { TriedSeldom } from './visits.guard';

/** The door: who is in, coming in, going out. */
@ApiTags('accounts')
@OpenToAll()
@Controller()
export class SignInController {
  constructor(
    private readonly accounts: AccountsService,
    private readonly workshop: WorkshopService,
  ) {}

  @Get('sign-in')
  async show(@SignedIn() session: Session | null): Promise<SignInView> {
    const [accounts, workshop] = await Promise.all([this.accounts.hasAccounts(), this.workshop.name()]);
    return { accounts, workshop, signedIn: session && signedInView(session) };
  }

  @Post('sign-in')
  @TriedSeldom()
  @HttpCode(200)
  async signIn(
    @Body() body: SignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SignInView> {
    return this.enter(await this.accounts.signIn(body, deviceOf(request)), request, response);
  }

  @Delete('sign-in')
  async signOut(
    @SignedIn() session: Session | null,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SignInView> {
    if (session) await this.accounts.signOut(session.id);
    forgetSession(response);
    return this.show(null);
  }

  /** The first owner, made at the machine itself. */
  @Post('accounts/first')
  @TriedSeldom()
  async first(
    @Body() body: FirstAccountDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SignInView> {
    if (!isFromHere(request)) {
      const title = 'The first account is made on the machine that the bench runs on';
      throw new ProblemException({ type: 'about:blank', title, status: 403 });
    }
    return this.enter(await this.accounts.makeFirst(body, deviceOf(request)), request, response);
  }

  @Get('invitations/:code')
  @TriedSeldom()
  invitation(@Param('code') code: string): Promise<OpenInvitationView> {
    return this.accounts.invitation(code);
  }

  @Post('invitations/:code')
  @TriedSeldom()
  async takeUp(
    @Param('code') code: string,
    @Body() body: TakeUpDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SignInView> {
    return this.enter(await this.accounts.takeUp(code, body, deviceOf(request)), request, response);
  }

  private enter(made: NewSession, request: Request, response: Response): Promise<SignInView> {
    keepSignedIn(request, response, made);
    return this.show(made.session);
  }
}
