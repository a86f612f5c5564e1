import { QRCodeSVG } from 'qrcode.react';
import { useShopAddress } from '../../api/accounts';
import { PanelSection } from '../../ui';
import { Command } from './Command';

/** Where other devices find the bench, and how they come to trust it. */
export function ShopAddress({ hasOwner }: { hasOwner: boolean }) {
  const shop = useShopAddress();
  const { addresses = [], ownCertificate = false } = shop.data ?? {};
  return (
    <PanelSection heading="Tablets and other machines">
      {addresses.length === 0 ? (
        <Closed hasOwner={hasOwner} />
      ) : (
        <>
          <ul className="flex flex-wrap gap-6">
            {addresses.map((address) => (
              <li key={address} className="space-y-1">
                <QrCode text={address} label={`Address ${address} as a code to scan`} />
                <a href={address} className="figures block text-note underline underline-offset-4">
                  {address}
                </a>
              </li>
            ))}
          </ul>
          {ownCertificate && (
            <p className="text-note text-soft">
              A new device warns, since the bench vouches for itself. Open the address once in spite of it, take{' '}
              <a href="/api/v1/shop/certificate" className="underline underline-offset-4">
                this shop’s certificate
              </a>{' '}
              and have the device trust it (Settings, security, install a certificate): then the microphone works there,
              and so does work away from the server. Do so only on your own network.
            </p>
          )}
        </>
      )}
    </PanelSection>
  );
}

function Closed({ hasOwner }: { hasOwner: boolean }) {
  return (
    <>
      <p>The bench answers its own machine only.</p>
      <p className="text-soft">
        {hasOwner ? 'To let devices of the shop’s network in, ' : 'Once it has an owner, '}stop the program and start it
        with <Command>npm start -- --host</Command>: this page then shows the address as a code to scan. Never open it
        to the internet.
      </p>
    </>
  );
}

/** Dark on light in either theme: cameras want it so. */
export function QrCode({ text, label }: { text: string; label: string }) {
  return (
    <div className="inline-block bg-white p-3">
      <QRCodeSVG value={text} size={148} title={label} role="img" bgColor="#ffffff" fgColor="#1c1a17" />
    </div>
  );
}
