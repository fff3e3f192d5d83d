import { t } from "@yule/core";
import { Box, Button } from "@chakra-ui/react";
import { problemFaults, type Problem, type StoreRead } from "@yule/contract";
import { sendCommand } from "../../../data/outbox.ts";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import { Picture } from "../../../features/picture/Picture.tsx";
import { Straightened } from "../../../features/picture/Straightened.tsx";
import { usePhoto } from "../../../features/picture/usePhoto.ts";
import { Fold } from "../../../kit/Fold.tsx";

/** Height by width of a material's picture. */
const RATIO = 3 / 4;

/** What a material looks like, so that whoever helps takes the right one from the shelf. */
export function MaterialPicture({ store }: { store: StoreRead }) {
  return (
    <Box marginBottom="18px">
      {store.pictureId && <Picture id={store.pictureId} alt={t`${store.name}, as it looks on the shelf`} width={220} ratio={RATIO} />}
      <Fold title={store.pictureId ? t`Change its picture` : t`Add its picture`}>
        <TakePicture store={store} />
      </Fold>
    </Box>
  );
}

function TakePicture({ store }: { store: StoreRead }) {
  const intake = usePhoto(() => RATIO, "material");
  /** @param pictureId null where it has none any more */
  const tell = async (pictureId: string | null): Promise<Problem | null> => {
    const sent = await sendCommand("change-store", { id: store.id, version: store.version, pictureId }, { ownRefusals: true });
    return sent.state === "refused" ? sent.problem : null;
  };
  const takeAway = async (): Promise<void> => {
    const problem = await tell(null);
    if (problem) intake.fail(problemFaults(problem));
  };
  return (
    <PhotoIntake label={t`Picture of ${store.name}`} intake={intake}>
      <Straightened intake={intake} ratio={RATIO} what="material" onKeep={() => void intake.keep(tell)} />
      {store.pictureId && !intake.photo.looked && <Button variant="outline" marginTop="8px" onClick={() => void takeAway()}>{t`Take the picture away`}</Button>}
    </PhotoIntake>
  );
}
