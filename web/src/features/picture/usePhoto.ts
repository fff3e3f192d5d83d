import { ofShop } from "../../kit/shopAt.ts";
import { t } from "@yule/core";
import type { Corners, Fault } from "@yule/core";
import { useEffect, useRef, useState } from "react";
import { problemFaults, type Problem } from "@yule/contract";
import { keepPicture } from "./keepPicture.ts";
import { wrongWith } from "./header.ts";
import type { Cropped, Looked } from "../../workers/picture.worker.ts";
import { pictureSolver } from "../../workers/pictureSolver.ts";

/** A photo that is being taken in: the file, where on it the paper lies, and the paper alone seen from above. */
export interface Photo {
  readonly file: Blob | null;
  readonly looked: Looked | null;
  readonly corners: Corners | null;
  readonly cropped: Cropped | null;
  /** What is going on, or what the maker should look at; empty where nothing is. */
  readonly state: string;
  readonly faults: readonly (Fault | string)[];
}
const NONE: Photo = { file: null, looked: null, corners: null, cropped: null, state: "", faults: [] };

/** Hears of pictures that are pasted anywhere on the page. @returns stops hearing */
function whenPasted(take: (file: Blob) => void): () => void {
  const pasted = (event: ClipboardEvent): void => {
    const file = [...(event.clipboardData?.files ?? [])].find((each) => each.type.startsWith("image/"));
    if (file) take(file);
  };
  window.addEventListener("paste", pasted);
  return () => window.removeEventListener("paste", pasted);
}

/**
 * Takes photos in one after another: looked at, their corners found, straightened. What is pasted anywhere on the page is meant for it.
 * @param ratio height by width of the paper, given how it lies on the photo
 * @param what the paper is called
 */
export function usePhoto(ratio: (looked: Looked, corners: Corners) => number, what: string) {
  const [photo, setPhoto] = useState<Photo>(NONE);
  const change = (some: Partial<Photo>): void => setPhoto((now) => ({ ...now, ...some }));
  const crop = (looked: Looked, corners: Corners): Promise<Cropped | null> => pictureSolver().crop(corners, ratio(looked, corners));

  const take = async (file: Blob): Promise<void> => {
    change({ faults: [], cropped: null });
    const wrong = await wrongWith(file);
    if (wrong) return change({ faults: [wrong] });
    change({ state: t`Looking for the ${what} ...` });
    try {
      const looked = await pictureSolver().look(file);
      change({ file, looked, corners: looked.corners });
      const cropped = await crop(looked, looked.corners);
      change({ cropped, state: looked.found ? "" : t`No ${what} stands out from what it lies on: pull the corners to where they are.` });
    } catch {
      setPhoto({ ...NONE, faults: [t`The file breaks off or cannot be read. Choose a whole PNG or JPEG.`] });
    }
  };
  const taking = useRef(take);
  taking.current = take;
  useEffect(() => whenPasted((file) => void taking.current(file)), []);

  const say = (state: string): void => change({ state });
  const fail = (faults: readonly (Fault | string)[]): void => change({ state: "", faults });
  const leave = (): void => setPhoto(NONE);
  return {
    photo,
    take,
    /** What is to be done with it now, once it was looked at. */
    hint: photo.looked
      ? `${photo.looked.seeThrough ? t`What was see-through in it was taken for white paper. ` : ""}Pull the corners onto the paper’s own; arrow keys move them too.`
      : t`Or drop it here, or paste it.`,
    /** Keeps what was straightened, and then tells whose picture it is: nothing refers to it before it is there. @param tell null where all went well */
    keep: async (tell: (pictureId: string, cropped: Cropped) => Promise<Problem | null>): Promise<void> => {
      const { file, cropped } = photo;
      if (!file || !cropped) return;
      say("Keeping ...");
      const kept = await keepPicture(file, cropped);
      const problem = "problem" in kept ? kept.problem : await tell(kept.id, cropped);
      if (problem) fail(problemFaults(problem));
      else leave();
    },
    /** Straightens anew, as when a corner was moved or the paper is of another size. */
    recrop: async (corners: Corners): Promise<void> => {
      if (!photo.looked) return;
      change({ corners });
      const cropped = await crop(photo.looked, corners);
      change({ cropped, faults: cropped ? [] : [t`Three corners lie on one line. Pull them to the four corners of the ${what}.`] });
    },
    scan: async (): Promise<void> => {
      const answer = await fetch(ofShop("/api/scan")).catch(() => null);
      if (answer?.ok) await take(await answer.blob());
      else change({ faults: [t`The scanner does not answer. Switch it on, and try again.`] });
    },
    say,
    fail,
    leave,
  };
}
