/** What the screen says, part by part. */
export const PHONES_TEXTS = {
  // the screen itself
  noPhoneIsConnected: "No phone is connected, and no port is open.",
  noPhoneConnected: "No phone connected",
  waitingForAPhone: "Waiting for a phone",
  connected: (name: string | number) => `${name} connected`,
  phonesConnected: (n: string | number) => `${n} phones connected`,
  theAssistantSeesThisDay:
    "The assistant sees this day on a phone and checks what they see; both screens follow each other. Use only your own network: it is not encrypted.",
  phonesAreConnectedToAnother:
    "Phones are connected to another day. Opening this one disconnects them.",
  connectAPhone: "Connect a phone",
  untilThenNoPort: "Until then no port is open to the network.",
  theAddressAsAQr: "The address as a QR code",
  scanTheCode: "Scan the code with the phone’s camera, or open",
  andTypeTheCode: "and type the code",
  disconnectAllPhones: "Disconnect all phones",
  theCodeAndTheConnected: "The code and the connected phones stay.",
  andWaitsUntil: (clock: string) => ` and waits until ${clock}`,
  typedWrongCodes: (device: string | number, count: string | number, what: string) =>
    `${device} typed ${count} wrong codes${what}.`,
  connectedNow: "Connected now",
  lookingOnly: "view only",
  awayOrScreenOff: "away, or screen off",
  connectedWith: (clock: string) => `connected at ${clock}`,
  disconnect: (name: string | number) => `Disconnect ${name}`,
} as const;
