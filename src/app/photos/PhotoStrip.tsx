import { useQuery } from '@tanstack/react-query';
import { Button, Input, Upload } from 'antd';
import { Dialog } from '../forms/Dialog';
import { useCallback, useState } from 'react';
import { MOST_PHOTOS, type Photo } from '../../core/document/project/photo';
import { keepPhoto, loadPhoto, newPhotoId } from '../../storage/photos';
import { storeProblemOf } from '../../storage/storeProblem';
import { scalePhoto } from '../../workers/scalePhoto';
import { today } from '../state/plain';
import { useFocusReturn } from '../state/useFocusReturn';
import './photos.css';

/** Larger files are no photos of a camera. */
const LARGEST_FILE_BYTES = 80 * 1024 * 1024;

/**
 * Photos of a step or a session: small ones in a row, each opens. The pictures stay in this browser, and go into
 * backups and zip files.
 * @param of what they are photos of, for the screen reader
 * @param onChange what becomes of the photos that are there by then: scaling takes a while
 */
export function PhotoStrip({
  photos,
  of,
  onChange,
}: {
  readonly photos: readonly Photo[];
  readonly of: string;
  readonly onChange: (changed: (photos: readonly Photo[]) => readonly Photo[], typed?: string) => void;
}) {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState<string>();
  const add = async (files: readonly File[]) => {
    setBusy(true);
    setProblem('');
    const added: Photo[] = [];
    for (const file of files.slice(0, MOST_PHOTOS - photos.length)) {
      const scaled = file.size <= LARGEST_FILE_BYTES ? await scalePhoto(file) : undefined;
      if (!scaled) {
        setProblem(`${file.name} could not be read as a picture. Take a JPEG, PNG or WebP file.`);
        continue;
      }
      const id = newPhotoId();
      try {
        await keepPhoto(id, scaled.bytes, Date.now());
      } catch (error) {
        setProblem(`The photo was not kept. ${storeProblemOf(error).message}`);
        break;
      }
      added.push({ id, on: today(), widthPx: scaled.widthPx, heightPx: scaled.heightPx });
    }
    setBusy(false);
    if (added.length > 0) onChange((all) => [...all, ...added].slice(0, MOST_PHOTOS));
  };
  const shown = photos.find((p) => p.id === open);
  return (
    <div className="photos" role="group" aria-label={`Photos: ${of}`}>
      {photos.map((photo, i) => (
        <Button key={photo.id} className="photo" onClick={() => setOpen(photo.id)}>
          <Picture photo={photo} alt={`Photo ${i + 1}${photo.caption ? `: ${photo.caption}` : ''}`} />
        </Button>
      ))}
      <Upload
        accept="image/*"
        multiple
        showUploadList={false}
        disabled={photos.length >= MOST_PHOTOS}
        beforeUpload={(file, all) => {
          // The kit asks for each of the files: all of them are taken at the first.
          if (file === all[0]) void add(all);
          return false;
        }}
      >
        <Button loading={busy} disabled={photos.length >= MOST_PHOTOS}>
          Add photo…
        </Button>
      </Upload>
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
      {shown && (
        <PhotoDialog
          photo={shown}
          onClose={() => setOpen(undefined)}
          onCaption={(caption) =>
            onChange(
              (all) =>
                all.map((p) => {
                  if (p.id !== shown.id) return p;
                  const { caption: _, ...rest } = p;
                  return caption === '' ? rest : { ...rest, caption };
                }),
              `caption ${shown.id}`,
            )
          }
          onRemove={() => {
            setOpen(undefined);
            onChange((all) => all.filter((p) => p.id !== shown.id));
          }}
        />
      )}
    </div>
  );
}

/** A note with its photos changed; without any it has none. */
export function withPhotos<N extends { readonly photos?: Photo[] | undefined }>(
  note: N,
  changed: (photos: readonly Photo[]) => readonly Photo[],
): N {
  const { photos = [], ...rest } = note;
  const left = changed(photos);
  return (left.length > 0 ? { ...rest, photos: [...left] } : rest) as N;
}

function PhotoDialog({
  photo,
  onClose,
  onCaption,
  onRemove,
}: {
  readonly photo: Photo;
  readonly onClose: () => void;
  readonly onCaption: (caption: string) => void;
  readonly onRemove: () => void;
}) {
  useFocusReturn(undefined);
  return (
    <Dialog
      width={900}
      title={`Photo of ${photo.on}`}
      onCancel={onClose}
      footer={[
        <Button key="remove" danger onClick={onRemove}>
          Remove
        </Button>,
        <Button key="close" type="primary" onClick={onClose}>
          Close
        </Button>,
      ]}
    >
      <Picture photo={photo} alt={photo.caption ?? `Photo of ${photo.on}`} large />
      <Input
        aria-label="Caption"
        placeholder="what it shows"
        maxLength={200}
        value={photo.caption ?? ''}
        onChange={(e) => onCaption(e.target.value)}
      />
    </Dialog>
  );
}

/** A photo out of the browser's store; said where it is not there: a project file alone holds no pictures. */
function Picture({ photo, alt, large }: { readonly photo: Photo; readonly alt: string; readonly large?: boolean }) {
  const { data, isFetched } = useQuery({
    queryKey: ['photo', photo.id],
    queryFn: async () => (await loadPhoto(photo.id)) ?? null,
    staleTime: Infinity,
  });
  const show = useCallback(
    (img: HTMLImageElement | null) => {
      if (!img || !data) return;
      const url = URL.createObjectURL(new Blob([data as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' }));
      img.src = url;
      return () => URL.revokeObjectURL(url);
    },
    [data],
  );
  if (data === null && isFetched)
    return <span className="missing">{alt}: not in this browser. Import the zip file or a backup that has it.</span>;
  return (
    <img ref={show} alt={alt} width={photo.widthPx} height={photo.heightPx} className={large ? 'large' : 'small'} />
  );
}
