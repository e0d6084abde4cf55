import webPush from 'web-push';

/** A device's address at its browser maker's delivery service, and the key and secret with which only it reads what comes. */
type Device = { readonly endpoint: string; readonly p256dh: string; readonly auth: string };
/** The keys an installation signs its messages with (RFC 8292). */
type Keys = { readonly publicKey: string; readonly privateKey: string };
/** Hands a message to a delivery service. `gone`: the device has let go of it. */
export type Deliver = (to: Device, message: string) => Promise<'delivered' | 'gone'>;

/** A delivery service keeps a message no longer: an alarm that comes later helps nobody. */
const KEPT_SECONDS = 15 * 60;
const PATIENCE_MS = 10_000;
/** Answers that mean the device is gone. Source: RFC 8030, 7.3. */
const GONE = [404, 410];

export const newPushKeys = (): Keys => webPush.generateVAPIDKeys();

/**
 * Through the browser makers' own services (RFC 8030, encrypted by RFC 8291): they see when, but not what.
 * @param contact address under which a service may write to whoever runs this
 * @throws what the service answered, when it does not take the message now
 */
export const deliverByService =
  (contact: string, keys: Keys): Deliver =>
  async ({ endpoint, p256dh, auth }, message) => {
    try {
      await webPush.sendNotification({ endpoint, keys: { p256dh, auth } }, message, {
        vapidDetails: { subject: contact, ...keys },
        TTL: KEPT_SECONDS,
        urgency: 'high',
        timeout: PATIENCE_MS,
      });
      return 'delivered';
    } catch (error) {
      if (error instanceof webPush.WebPushError && GONE.includes(error.statusCode)) return 'gone';
      throw error;
    }
  };
