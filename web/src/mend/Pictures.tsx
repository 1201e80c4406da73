import { useState } from "react";

import { withPicture } from "./kept";
import { newId } from "./made";
import { useWaiting } from "./useRepair";

interface Props {
  airframe: number;
  keys: readonly string[];
  /** A single one. */
  one?: boolean;
  onAdd: (key: string) => void;
  onRemove: (key: string) => void;
}

/** Longest side in pixels, so that a picture fits on the phone until there is a net; own choice. */
const SIDE = 1280;

/** Made small on the phone, as a JPEG in base 64. */
async function small(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const by = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * by));
  canvas.height = Math.max(1, Math.round(picture.height * by));
  canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL("image/jpeg", 0.8).split(",")[1] ?? "";
}

/** Pictures of a damage or a mend: taken with the phone, kept on it until they are sent. */
export function Pictures({ airframe, keys, one = false, onAdd, onRemove }: Props) {
  const { read, change, sendRest } = useWaiting(airframe);
  const [wrong, setWrong] = useState<string | null>(null);
  const waiting = read().pictures;

  async function add(file: File) {
    setWrong(null);
    try {
      const picture = await small(file);
      const key = newId("p");
      if (!change((w) => withPicture(w, key, picture))) {
        setWrong("There is no room for it on this phone. Send what waits first.");
        return;
      }
      onAdd(key);
      const { refused } = await sendRest();
      if (refused) setWrong(`${refused} It stays on this phone.`);
    } catch {
      setWrong("This cannot be read as a picture. Take a JPEG, PNG or WebP.");
    }
  }

  return (
    <div className="mt-2">
      <div className="flex flex-wrap gap-2">
        {keys.map((key) => {
          const kept = waiting.find((p) => p.key === key);
          return (
            <figure key={key} className="grid justify-items-start">
              <img
                className="h-28 border border-rule object-cover"
                alt="As it was photographed"
                src={kept ? `data:image/jpeg;base64,${kept.picture}` : `/api/airframes/${airframe}/repair-pictures/${key}`}
              />
              <button
                type="button"
                className="btn btn-quiet min-h-10 px-1 print:hidden"
                // one that is not sent yet stays on this phone till it is, so that a step back finds it
                onClick={() => onRemove(key)}
              >
                Remove it
              </button>
            </figure>
          );
        })}
      </div>
      {waiting.some((p) => keys.includes(p.key)) && <p className="text-[14px] text-pencil">Still on this phone alone: sent when that can be.</p>}
      {(!one || keys.length === 0) && (
        <label className="btn mt-1 cursor-pointer print:hidden">
          Take a picture
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (file) void add(file);
            }}
          />
        </label>
      )}
      {wrong && (
        <p role="alert" className="mt-1 text-[15px] font-medium text-gives">
          {wrong}
        </p>
      )}
    </div>
  );
}
