import type { PieceView } from '@app/contract';
import { type PhotoSide, type ShopStep, SIDES } from '@app/core';
import { Camera, Mic, Square, X } from 'lucide-react';
import { useCallback, useState } from 'react';
import { useInUnits } from '../data/saying.ts';
import { useCommand } from '../data/useCommand.tsx';
import { useBeforeIt } from '../step/BeforeIt.tsx';
import { Button, Choice, Input } from '../ui/parts.tsx';
import { PhotoButton } from '../ui/PhotoButton.tsx';
import { SIDE_WORDS } from '../ui/sideWords.ts';
import { useDialog } from '../ui/useDialog.ts';
import { useKept } from '../ui/useKept.ts';
import { useCamera } from './useCamera.ts';
import { MOST_SECONDS, useRecorder } from './useRecorder.ts';

type SheetProps = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly personId: string;
  readonly onClose: () => void;
};

/**
 * The camera at a step: photo and Done in one tap. The photo of the same side as the piece came lies over it, so that the
 * second is taken from the same spot; a line or a clip of sound goes with it.
 */
export function CameraSheet({ piece, step, personId, onClose }: SheetProps) {
  const ref = useDialog();
  const said = useInUnits();
  const { command, refusal, isSending } = useCommand();
  const { ask, question } = useBeforeIt(piece, step);
  const { video, state, take } = useCamera();
  const [side, setSide] = useKept('photo-side', 'front');
  const [note, setNote] = useState('');
  const [fault, setFault] = useState<string>();
  const before = piece.photos.find((p) => p.kind === 'photo' && p.step === null && p.side === side);
  const send = useCallback(
    async (what: 'photo' | 'clip', file: Blob, done: boolean, answer: object = {}) => {
      // Only what says that the step is done needs to have seen how it stands.
      const seen = done ? { version: piece.stepVersions[step.id] ?? 0 } : {};
      const body = { ...seen, by: personId, side, note: note.trim(), done, file, ...answer };
      if (await command('POST', `/steps/${encodeURIComponent(step.id)}/${what}`, body)) {
        setNote('');
        if (what === 'photo') ref.current?.close();
      }
    },
    [command, note, personId, piece.stepVersions, ref, side, step.id],
  );
  // The picture is of this moment; only then is asked what comes before its step.
  const sendPicture = (picture: Blob, done: boolean) =>
    done ? ask((answer) => void send('photo', picture, true, answer)) : void send('photo', picture, false);
  const shoot = async (done: boolean) => {
    const picture = await take();
    if (!picture) return setFault('The camera shows nothing yet. Wait for the picture, or choose one below.');
    setFault(undefined);
    sendPicture(picture, done);
  };
  const recorder = useRecorder((clip) => void send('clip', clip, false));
  const canBeDone = step.state.kind !== 'done' && step.outcomes.length === 0;
  return (
    <dialog
      ref={ref}
      onClose={onClose}
      aria-label={`Photo of ${piece.name}`}
      className="m-auto h-dvh max-h-dvh w-full max-w-[560px] bg-paper text-ink"
    >
      <div className="flex min-h-full flex-col gap-3 p-4">
        <div className="flex items-start justify-between gap-3">
          <p className="text-body">
            <strong>{piece.name}</strong>: {said(step.title)}
          </p>
          <button
            type="button"
            aria-label="Close"
            className="flex size-12 cursor-pointer items-center justify-center hover:bg-sunk"
            onClick={() => ref.current?.close()}
          >
            <X size={20} />
          </button>
        </div>
        <Choice
          label="Side"
          value={side as PhotoSide}
          options={SIDES.map((s) => [s, SIDE_WORDS[s]] as const)}
          onChange={setSide}
        />
        <div className={`relative bg-sunk ${state === 'none' ? 'hidden' : ''}`}>
          <video ref={video} muted playsInline className="block w-full" aria-label="Camera" />
          {before && (
            <img
              src={`/api/photos/${before.id}`}
              alt={`${SIDE_WORDS[before.side]} as it came, laid over the camera`}
              className="pointer-events-none absolute inset-0 size-full object-cover opacity-40"
            />
          )}
        </div>
        {state === 'none' && (
          <p className="text-body">
            This page may not use the camera here. Take or choose a photo instead; it goes the same way.
          </p>
        )}
        <Input
          aria-label="A line to it"
          placeholder="A line to it, if there is something to say"
          className="!h-12"
          maxLength={300}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        {question ?? (
          <>
            {state !== 'none' && (
              <div className="flex flex-wrap gap-2">
                {canBeDone && (
                  <Button
                    kind="primary"
                    size="hand"
                    className="min-w-44 flex-1"
                    disabled={isSending}
                    onClick={() => void shoot(true)}
                  >
                    <Camera size={20} aria-hidden="true" /> Photo and Done
                  </Button>
                )}
                <Button size="hand" className="flex-1" disabled={isSending} onClick={() => void shoot(false)}>
                  <Camera size={20} aria-hidden="true" /> Photo only
                </Button>
              </div>
            )}
            <ChoosePicture canBeDone={canBeDone} onChosen={sendPicture} />
          </>
        )}
        <Button size="hand" onClick={() => (recorder.isRecording ? recorder.stop() : void recorder.start())}>
          {recorder.isRecording ? <Square size={18} aria-hidden="true" /> : <Mic size={18} aria-hidden="true" />}
          {recorder.isRecording ? `Stop, ${recorder.seconds} of ${MOST_SECONDS} s` : 'Say it: a clip of up to a minute'}
        </Button>
        {(fault ?? recorder.fault) && (
          <p role="alert" className="text-body text-oxide-text">
            {fault ?? recorder.fault}
          </p>
        )}
        {refusal}
      </div>
    </dialog>
  );
}

/** A picture that is there already, or made by the device's own camera. */
function ChoosePicture({
  canBeDone,
  onChosen,
}: {
  readonly canBeDone: boolean;
  readonly onChosen: (file: Blob, done: boolean) => void;
}) {
  const choose = (words: string, done: boolean) => (
    <PhotoButton className="min-h-12 flex-1 px-3 text-body" onPhoto={(file) => onChosen(file, done)}>
      {words}
    </PhotoButton>
  );
  return (
    <div className="flex flex-wrap gap-2">
      {canBeDone && choose('Choose a photo, and Done', true)}
      {choose('Choose a photo', false)}
    </div>
  );
}
