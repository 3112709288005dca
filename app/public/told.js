/* What a push service brings is shown, also while no page is open; a press leads to it. Served as it stands. */
self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("push", (event) => {
  if (!event.data) return;
  const { title, body, url, tag } = event.data.json();
  const shown = { body, tag, data: { url }, icon: "/icon.png" };
  event.waitUntil(self.registration.showNotification(title, shown));
});

self.addEventListener("notificationclick", (event) => {
  event.notification.close();
  const to = new URL(event.notification.data.url, self.location.origin);
  // Only to our own pages, whatever was said.
  if (to.origin !== self.location.origin) return;
  const open = async () => {
    const pages = await self.clients.matchAll({ type: "window" });
    const page = pages.find(({ url }) => url === to.href) ?? pages[0];
    if (!page) return self.clients.openWindow(to.href);
    await page.focus();
    return page.url === to.href ? page : page.navigate(to.href);
  };
  event.waitUntil(open());
});
