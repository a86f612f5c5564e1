import { toast } from 'sonner';
import { registerSW } from 'virtual:pwa-register';

/** The pages stay on the device. A newer version of them waits until the person says so, or all pages are closed. */
export function offerNewVersion(): void {
  const change = registerSW({
    onNeedRefresh: () =>
      void toast('A newer version of the pages is ready. Finish what you are typing first.', {
        duration: Infinity,
        action: { label: 'Use it', onClick: () => void change(true) },
      }),
  });
}
