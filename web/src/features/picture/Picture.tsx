import { Box } from "@chakra-ui/react";
import { ofShop } from "../../kit/shopAt.ts";

export const pictureUrl = (id: string | null): string | null => (id ? ofShop(`/api/pictures/${id}`) : null);

/** The same at the size of the wall, where it was made. */
export const smallPictureUrl = (id: string | null): string | null => (id ? ofShop(`/api/pictures/${id}?size=small`) : null);

/** A maker's own picture on its paper; a blank sheet where there is none. */
export function Picture({ id, alt, width, ratio }: { id: string | null; alt: string; width: number | string; ratio: number }) {
  const url = pictureUrl(id);
  return (
    <Box width={width} aspectRatio={1 / ratio} bg="#FBF8F0" border="1px solid" borderColor="hairline" boxShadow="0 1px 2px rgba(34,48,60,.25)" overflow="hidden" flex="none">
      {url && <img src={url} alt={alt} style={{ width: "100%", height: "100%", objectFit: "cover", display: "block" }} />}
    </Box>
  );
}
