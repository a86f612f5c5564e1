import { fireEvent, screen, waitFor } from '@testing-library/react';
import { toast } from 'sonner';
import { open, Refusal, serve } from '../../test/test-bench';
import { Bundles } from './Bundles';

const take = () =>
  fireEvent.change(screen.getByLabelText('Bundle file'), {
    target: { files: [new File(['zip'], 'their-bench.zip', { type: 'application/zip' })] },
  });
const build = (number: number, name: string) => ({ id: `${number}`, number, name });

describe('bundles', () => {
  it('go out by a link', () => {
    serve({});
    open(<Bundles />);
    expect(screen.getByRole('link', { name: 'Take all along as open files' })).toHaveAttribute(
      'href',
      '/api/v1/bundle',
    );
  });
  it('are read in by an owner, not by a helper', async () => {
    const signedIn = { account: 'a', session: 's', name: 'Wren', role: 'helper', shared: false };
    serve({ 'GET /sign-in': { accounts: true, workshop: 'Larkspur Bench', signedIn } });
    open(<Bundles />);
    await waitFor(() => expect(screen.queryByText('Read in a bundle')).toBeNull());
    expect(screen.getByText('Take all along as open files')).toBeInTheDocument();
  });
  it.each([
    [
      { added: [build(41, 'Sandpiper')], here: [build(42, 'Dunlin')] },
      'Read in: No. 41 Sandpiper. No. 42 Dunlin is here already.',
    ],
    [
      { added: [], here: [build(41, 'Sandpiper'), build(42, 'Dunlin')] },
      'Nothing new. No. 41 Sandpiper, No. 42 Dunlin are here already.',
    ],
  ])('are read in, and what became of them is said: %#', async (answer, words) => {
    const said = jest.spyOn(toast, 'success').mockImplementation(() => 0);
    serve({ 'POST /bundles': answer });
    open(<Bundles />);
    take();
    await waitFor(() => expect(said).toHaveBeenCalledWith(words, expect.anything()));
    said.mockRestore();
  });
  it('say by their own name why they are not', async () => {
    const said = jest.spyOn(toast, 'error').mockImplementation(() => 0);
    serve({ 'POST /bundles': new Refusal(400, [{ field: 'file', message: 'is no whole zip' }]) });
    open(<Bundles />);
    take();
    await waitFor(() => expect(said).toHaveBeenCalled());
    expect(screen.getByRole('button', { name: 'Read in a bundle' })).toBeEnabled();
    said.mockRestore();
  });
});
