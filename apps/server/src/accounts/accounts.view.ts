import type { Role } from './account.model';

export class SignedInView {
  account: string;
  session: string;
  name: string;
  role: Role;
  /** The shop's own tablet: the person is chosen by name. */
  shared: boolean;
}

export class SignInView {
  /** Whether anyone has an account: then only who is signed in gets further. */
  accounts: boolean;
  /** The name of the workshop. */
  workshop: string;
  signedIn: SignedInView | null;
}

export class DeviceView {
  id: string;
  device: string;
  shared: boolean;
  createdAt: string;
  seenAt: string;
}

export class AccountView {
  id: string;
  name: string;
  role: Role;
  createdAt: string;
  devices: DeviceView[];
}

export class InvitationView {
  id: string;
  role: Role;
  name: string | null;
  expiresAt: string;
}

export class AccountsView {
  accounts: AccountView[];
  invitations: InvitationView[];
}

export class NewInvitationView extends InvitationView {
  /** Told once: only its hash is kept. */
  code: string;
}

export class OpenInvitationView {
  workshop: string;
  role: Role;
  name: string | null;
  /** The person has an account: it sets a new password. */
  renews: boolean;
}

export class ShopAddressView {
  /** Where other devices of the shop's network find this bench; none where it answers this machine alone. */
  addresses: string[];
  /** The program made its certificate itself: devices trust it once they have it. */
  ownCertificate: boolean;
}
