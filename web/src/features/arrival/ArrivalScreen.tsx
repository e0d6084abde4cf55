import { ArrivalInput, type PhotoView, type PieceView } from '@app/contract';
import { type ArrivalSheet, looseParts, type PhotoSide, sayTime, SIDES, templateById, trayLabels } from '@app/core';
import { Camera, Printer } from 'lucide-react';
import { useEffect } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { useSaying } from '../../data/saying.ts';
import { useDraft } from '../../data/useDraft.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Choice, Field, Input } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import { DamagePhoto } from './DamagePhoto.tsx';
import { PhotoButton } from '../../ui/PhotoButton.tsx';
import { SIDE_WORDS } from '../../ui/sideWords.ts';
import { TrayLabels } from './TrayLabels.tsx';

export function ArrivalScreen() {
  const { view } = useWorkshop();
  const { id } = useParams();
  const piece = view.pieces.find((p) => p.id === id);
  return piece ? <Arrival key={piece.id} piece={piece} /> : <Navigate to="/pieces" replace />;
}

/** How the piece came: photos by side with damage marked, agreed with the client, and the labels that go with it. */
function Arrival({ piece }: { readonly piece: PieceView }) {
  const { command, refusal } = useCommand();
  const save = (sheet: ArrivalSheet) =>
    command('PUT', `/pieces/${piece.id}/arrival`, { version: piece.version, sheet });
  const template = templateById.get(piece.template)!;
  const loose = looseParts(template, piece.dimensions);
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <div className="mx-auto flex max-w-5xl flex-col gap-6 p-4 md:p-6">
        <header className="flex flex-wrap items-center gap-4">
          <Tag brief={piece.brief} size={52} />
          <div className="min-w-48 flex-1">
            <h1 className="text-title font-semibold">Arrival of {piece.name}</h1>
            <p className="condensed text-sub">{piece.client ?? 'Stock'} · damage there before, agreed when it came</p>
          </div>
          <span className="no-print flex gap-2">
            <Link
              to={`/pieces/${piece.id}`}
              className="flex h-8 items-center border border-ink px-3 text-table font-semibold"
            >
              Back to the piece
            </Link>
            <Button kind="primary" onClick={() => window.print()}>
              <Printer size={14} aria-hidden="true" /> Print
            </Button>
          </span>
        </header>
        <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
          {SIDES.map((side) => (
            <SidePhotos key={side} side={side} piece={piece} onSheet={(sheet) => void save(sheet)} />
          ))}
        </div>
        <Agreement piece={piece} onSheet={save} />
        {refusal}
        <TrayLabels
          piece={piece}
          labels={trayLabels(piece.name, loose, template.parts === 'none' ? 'part' : template.parts)}
        />
      </div>
    </main>
  );
}

type SideProps = { readonly side: PhotoSide; readonly piece: PieceView; readonly onSheet: (s: ArrivalSheet) => void };

function SidePhotos({ side, piece, onSheet }: SideProps) {
  const { command, refusal } = useCommand();
  const photos = piece.photos.filter((p) => p.side === side && p.step === null);
  const send = (file: File) => {
    const form = new FormData();
    form.append('side', side);
    form.append('photo', file);
    void command('POST', `/pieces/${piece.id}/photos`, form);
  };
  return (
    <figure className={`flex flex-col gap-2 ${photos.length === 0 ? 'no-print' : ''}`}>
      <figcaption className="flex items-center justify-between border-b border-line pb-1 font-semibold">
        {SIDE_WORDS[side]}
        <PhotoButton
          className="no-print px-2 py-1 text-table"
          label={`Photo of the ${SIDE_WORDS[side].toLowerCase()}`}
          onPhoto={send}
        >
          <Camera size={14} aria-hidden="true" /> {photos.length === 0 ? 'Photo' : 'Another'}
        </PhotoButton>
      </figcaption>
      {refusal}
      {photos.length === 0 && (
        <p className="flex aspect-4/3 items-center justify-center border border-dashed border-keyline text-table text-sub">
          no photo yet
        </p>
      )}
      {photos.map((p: PhotoView) => (
        <DamagePhoto
          key={p.id}
          photo={p}
          sheet={piece.sheet}
          onSheet={onSheet}
          onRemove={() => void command('DELETE', `/photos/${p.id}`, {})}
        />
      ))}
    </figure>
  );
}

type TypedAgreement = { readonly name: string; readonly how: 'screen' | 'paper'; readonly remarks: string };

function Agreement({
  piece,
  onSheet,
}: {
  readonly piece: PieceView;
  readonly onSheet: (s: ArrivalSheet) => Promise<boolean>;
}) {
  const { now } = useWorkshop();
  const saying = useSaying();
  const { sheet } = piece;
  const kept = useDraft<TypedAgreement>(`arrival/${piece.id}`, {
    name: piece.client ?? '',
    how: 'screen',
    remarks: sheet.remarks,
  });
  const { register, watch, setValue, fault, submit, subscribe } = useTypedForm({
    typed: kept.draft,
    schema: ArrivalInput,
    read: (t) => ({
      version: piece.version,
      sheet: { ...sheet, remarks: t.remarks, agreed: { name: t.name.trim(), at: now, how: t.how } },
    }),
    at: { 'sheet.remarks': 'remarks', 'sheet.agreed': 'name' },
  });
  const { setDraft } = kept;
  useEffect(
    () => subscribe({ formState: { values: true }, callback: ({ values }) => setDraft(values) }),
    [subscribe, setDraft],
  );
  if (sheet.agreed)
    return (
      <p className="flex flex-wrap items-center gap-3 border-y border-line py-3">
        <span>
          Agreed by <strong>{sheet.agreed.name}</strong> on {sheet.agreed.how}, {sayTime(sheet.agreed.at, saying)}.
          {sheet.remarks ? ` ${sheet.remarks}` : ''}
        </span>
        <Button className="no-print" onClick={() => void onSheet({ ...sheet, agreed: null })}>
          Open it again
        </Button>
      </p>
    );
  return (
    <div className="grid items-end gap-3 border-y border-line py-3 md:grid-cols-[2fr_1fr_auto_auto]">
      <Field label="Anything else agreed" error={fault('remarks')}>
        <Input maxLength={500} {...register('remarks')} />
      </Field>
      <Field label="Agreed by" error={fault('name')}>
        <Input maxLength={60} {...register('name')} />
      </Field>
      <Choice
        label="How"
        value={watch('how')}
        options={[
          ['screen', 'On this screen'],
          ['paper', 'On paper'],
        ]}
        onChange={(how) => setValue('how', how)}
      />
      <Button
        kind="primary"
        className="no-print"
        onClick={submit(async (body) => (await onSheet(body.sheet)) && kept.drop())}
      >
        We agree
      </Button>
      <p className="hidden pt-10 print:block">Signed: ______________________________</p>
    </div>
  );
}
