// Asked for before the program is there: what its first view reads, of the shop that this tab is in.
(() => {
  let shop = null;
  try {
    shop = sessionStorage.getItem("yule.shop") ?? localStorage.getItem("yule.shop");
  } catch {
    // A browser that keeps nothing is in the first shop.
  }
  for (const read of ["shop", "season", "designs", "stores", "bench", "dispatch"]) {
    const link = document.createElement("link");
    Object.assign(link, { rel: "preload", as: "fetch", href: `/api/${read}${shop === null ? "" : `?shop=${shop}`}`, crossOrigin: "anonymous", fetchPriority: "low" });
    document.head.append(link);
  }
})();
