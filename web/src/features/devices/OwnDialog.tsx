import { Text } from "@chakra-ui/react";
import type { ShopRead } from "@yule/contract";
import { t } from "@yule/core";
import { Dialog } from "../../kit/Dialog.tsx";
import { Devices } from "./Devices.tsx";
import { Lock } from "./Lock.tsx";

/** What a device of a helper or at the till says of itself: what it is for, and how it is opened or sent out. */
export function OwnDialog({ shop, onClose }: { shop: ShopRead; onClose: () => void }) {
  const { isLocked, role } = shop.account;
  return (
    <Dialog title={isLocked ? t`This device is locked` : t`This device`} onClose={onClose}>
      {isLocked ? (
        <Lock isLocked onLeave={onClose} />
      ) : (
        <>
          <Text>
            {role === "till"
              ? t`It is for the till of a fair. The rest of the shop is the maker’s.`
              : t`It is for the bench, finishing and packing. The rest of the shop is the maker’s.`}
          </Text>
          <Devices timeZone={shop.timeZone} isMaker={false} />
        </>
      )}
    </Dialog>
  );
}
