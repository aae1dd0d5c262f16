// A practice day with more talkers than usual: units are added to the case, talkers join, and all
// are scanned, picked and synced through the application itself.

/** @param p.page - a Chromium page @returns how many channels there are */
export async function bigDay({ url, page, talkers }) {
  const post = async (path, intent) => {
    const answer = await fetch(`${url}${path}`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: url },
      body: JSON.stringify(intent),
    });
    const text = await answer.text();
    if (!answer.ok)
      throw new Error(`${path} ${JSON.stringify(intent)}: ${answer.status} ${text.slice(0, 300)}`);
    return text;
  };
  const joining = talkers - 5;
  // the lists of the case share one version, and the next is the next number
  let expectedVersion = 0;
  const addUnit = async (modelId) => {
    for (let i = 0; i < 8; i += 1, expectedVersion += 1) {
      const added = await post("/day/1/kit.data", {
        intent: "add-unit",
        modelId,
        expectedVersion,
      }).then(
        () => null,
        (error) => error,
      );
      if (!added) return void (expectedVersion += 1);
      if (!/another window/.test(added.message)) throw added;
    }
    throw new Error("no version of the case was taken");
  };
  for (let i = 0; i < Math.ceil(joining / 2); i += 1) await addUnit("tarnfell-r2-47");
  for (let i = 0; i < joining; i += 1) await addUnit("tarnfell-p-47");
  const names = [
    "Oswin",
    "Pella",
    "Quill",
    "Runa",
    "Sorrel",
    "Tarn",
    "Una",
    "Vesper",
    "Wren",
    "Yarrow",
    "Zeb",
    "Alder",
    "Briar",
    "Corrie",
    "Dune",
  ];
  for (let i = 0; i < joining; i += 1)
    await post("/day/1/company-move.data", { intent: "join", talker: names[i] });
  const open = async (path) => {
    await page.goto(`${url}${path}`);
    await page.waitForFunction(() => document.documentElement.dataset.ready === "true");
  };
  const button = (name) => page.getByRole("button", { name, exact: typeof name === "string" });
  await open("/day/1/scan");
  await button(/^Switch (it|them) off$/).click();
  await page.waitForTimeout(500);
  await button("Scan now").click();
  await page
    .getByRole("heading", { level: 1, name: /quiet and free/ })
    .waitFor({ timeout: 90_000 });
  await open("/day/1/frequencies");
  await button("Find frequencies").click();
  await button("Use this plan").click({ timeout: 60_000 });
  await page.getByText(/Plan \d+ is in use/).waitFor();
  const channelIds = Array.from({ length: talkers }, (_, i) => i + 1);
  await post("/day/1/sync.data", { intent: "set-receivers", channelIds });
  const packOf = (id) => (id <= 5 ? `pack-${"abcde"[id - 1]}` : null);
  await post("/day/1/sync.data", {
    intent: "handle-pack",
    packKey: "pack-e",
    change: { isDoorOpen: true },
  });
  for (const channelId of channelIds) {
    const packKey = packOf(channelId) ?? (await packsInUse(url, channelId));
    await post("/day/1/sync.data", { intent: "handle-pack", packKey, change: { isOn: true } });
    await post("/day/1/sync.data", { intent: "sync-pack", channelId });
    if (channelId === 5)
      await post("/day/1/sync.data", {
        intent: "handle-pack",
        packKey,
        change: { isStored: true },
      });
  }
  return channelIds.length;
}

/** The pack of a channel, as its track sheet names it. */
async function packsInUse(url, channelId) {
  const { units } = await (await fetch(`${url}/day/1/kit.json`)).json();
  const tracks = await (await fetch(`${url}/day/1/files/tracks.json`)).json();
  const row = tracks.tracks[channelId - 1];
  return units.find((u) => u.label === row.pack).key;
}
