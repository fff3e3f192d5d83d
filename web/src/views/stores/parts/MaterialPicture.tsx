import { Box, Button, Flex } from "@chakra-ui/react";
import { problemFaults, type StoreRead } from "@yule/contract";
import { sendCommand } from "../../../data/outbox.ts";
import { CornerPicker } from "../../../features/picture/CornerPicker.tsx";
import { CroppedPicture } from "../../../features/picture/CroppedPicture.tsx";
import { keepPicture } from "../../../features/picture/keepPicture.ts";
import { PhotoIntake } from "../../../features/picture/PhotoIntake.tsx";
import { Picture } from "../../../features/picture/Picture.tsx";
import { usePhoto } from "../../../features/picture/usePhoto.ts";
import { Fold } from "../../../kit/Fold.tsx";

/** Height by width of a material's picture. */
const RATIO = 3 / 4;

/** What a material looks like, so that whoever helps takes the right one from the shelf. */
export function MaterialPicture({ store }: { store: StoreRead }) {
  return (
    <Box marginBottom="18px">
      {store.pictureId && <Picture id={store.pictureId} alt={`${store.name}, as it looks on the shelf`} width={220} ratio={RATIO} />}
      <Fold title={store.pictureId ? "Change its picture" : "Add its picture"}>
        <TakePicture store={store} />
      </Fold>
    </Box>
  );
}

function TakePicture({ store }: { store: StoreRead }) {
  const intake = usePhoto(() => RATIO, "material");
  const { looked, corners, cropped, file } = intake.photo;

  /** Nothing is told of the material before its picture is there. @param pictureId null where it has none any more */
  const tell = async (pictureId: string | null): Promise<void> => {
    const sent = await sendCommand("change-store", { id: store.id, version: store.version, pictureId }, { ownRefusals: true });
    intake.say("");
    if (sent.state === "refused") intake.fail(problemFaults(sent.problem));
    else intake.leave();
  };
  const keep = async (): Promise<void> => {
    if (!file || !cropped) return;
    intake.say("Keeping ...");
    const kept = await keepPicture(file, cropped);
    if ("problem" in kept) {
      intake.say("");
      intake.fail(problemFaults(kept.problem));
    } else await tell(kept.id);
  };
  return (
    <PhotoIntake label={`Picture of ${store.name}`} intake={intake}>
      {looked && corners && cropped && (
        <Flex gap="18px" wrap="wrap" align="flex-start" marginTop="8px">
          <CornerPicker looked={looked} corners={corners} onMoved={(now) => void intake.recrop(now)} />
          <Box flex="1" minWidth="220px">
            <CroppedPicture blob={cropped.small} ratio={RATIO} what="material" />
            <Flex gap="10px" marginTop="8px">
              <Button onClick={() => void keep()}>Keep this picture</Button>
              <Button variant="outline" onClick={intake.leave}>
                Leave it
              </Button>
            </Flex>
          </Box>
        </Flex>
      )}
      {store.pictureId && !looked && (
        <Button variant="outline" marginTop="8px" onClick={() => void tell(null)}>
          Take the picture away
        </Button>
      )}
    </PhotoIntake>
  );
}
