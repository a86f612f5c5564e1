import { fireEvent, render, screen } from '@testing-library/react';
import { KnockEar } from './KnockEar';

const withMicrophone = (getUserMedia: () => Promise<unknown>) =>
  Object.defineProperty(navigator, 'mediaDevices', { configurable: true, value: { getUserMedia } });

describe('the ear', () => {
  it('says how to allow a microphone that was refused; the rest still works', async () => {
    withMicrophone(() => Promise.reject(new DOMException('no', 'NotAllowedError')));
    render(<KnockEar onHeard={() => {}} />);
    fireEvent.click(screen.getByText('Listen'));
    expect(await screen.findByText(/The microphone was refused\. Allow it/)).toBeInTheDocument();
    expect(screen.getByText('Open a WAV')).toBeEnabled();
  });
  it('says when there is none', async () => {
    withMicrophone(() => Promise.reject(new DOMException('none', 'NotFoundError')));
    render(<KnockEar onHeard={() => {}} />);
    fireEvent.click(screen.getByText('Listen'));
    expect(await screen.findByText(/No microphone was found/)).toBeInTheDocument();
  });
  it('does not open a file of two gigabytes', () => {
    render(<KnockEar onHeard={() => {}} />);
    const file = new File(['x'], 'long.wav');
    Object.defineProperty(file, 'size', { value: 2 ** 31 });
    fireEvent.change(screen.getByLabelText('WAV file'), { target: { files: [file] } });
    expect(screen.getByText(/over 110 MB/)).toBeInTheDocument();
  });
});
