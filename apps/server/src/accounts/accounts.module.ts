/** Accounts of people, the devices that they are signed in on, invitations; and the guards of every route. */
import { Module } from '@nestjs/common';
import { APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { SequelizeModule } from '@nestjs/sequelize';
import { ThrottlerModule } from '@nestjs/throttler';
import { WorkshopModule } from '../workshop/workshop.module';
import { Account } from './account.model';
import { AccountsController } from './accounts.controller';
import { AccountsService } from './accounts.service';
import { Invitation } from './invitation.model';
import { Session } from './session.model';
import { ShopController } from './shop.controller';
import { SignInController } from './sign-in.controller';
import { SignedInGuard } from './signed-in.guard';
import { VISITS, VisitsGuard } from './visits.guard';
import { WhileSignedIn } from './while-signed-in';

@Module({
  imports: [
    SequelizeModule.forFeature([Account, Session, Invitation]),
    ThrottlerModule.forRoot(VISITS),
    WorkshopModule,
  ],
  controllers: [SignInController, AccountsController, ShopController],
  providers: [
    AccountsService,
    { provide: APP_GUARD, useClass: VisitsGuard },
    { provide: APP_GUARD, useClass: SignedInGuard },
    { provide: APP_INTERCEPTOR, useClass: WhileSignedIn },
  ],
  exports: [AccountsService],
})
export class AccountsModule {}
