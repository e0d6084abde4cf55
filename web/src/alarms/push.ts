import { NotificationsSchema } from '@app/contract';
import { commandId, send } from '../data/api.ts';

const registration = async () => (await navigator.serviceWorker?.getRegistration()) ?? null;

/**
 * Has a browser that was told of windows go on being told: after a new password the server has forgotten it.
 * @returns whether it was; with the server away what was agreed still holds
 */
export async function stayTold(): Promise<boolean> {
  const made = await (await registration())?.pushManager?.getSubscription();
  if (made) void beTold();
  return Boolean(made);
}

/** Has this browser told of windows while no page is open. @returns whether it will be; it may have no delivery service, or not now */
export async function beTold(): Promise<boolean> {
  try {
    const worker = await registration();
    if (!worker?.pushManager || Notification.permission !== 'granted') return false;
    const { key } = await send(NotificationsSchema, 'GET', '/notifications');
    const made = await worker.pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: key });
    const { endpoint, keys } = made.toJSON();
    const told = { endpoint: endpoint!, p256dh: keys!['p256dh']!, auth: keys!['auth']! };
    await send(NotificationsSchema, 'POST', '/notifications', { commandId: commandId(), ...told });
    return true;
  } catch (why) {
    console.warn('This browser cannot be told of windows while no page is open:', why);
    return false;
  }
}

/** Has it told nothing any more, also by whoever signs in here next. */
export async function beToldNothing(): Promise<void> {
  try {
    const made = await (await registration())?.pushManager?.getSubscription();
    if (!made) return;
    const { endpoint } = made;
    await made.unsubscribe();
    await send(NotificationsSchema, 'DELETE', '/notifications', { commandId: commandId(), endpoint });
  } catch (why) {
    // Without its subscription the browser hears nothing, and the delivery service tells the server that it is gone.
    console.warn('The server still thinks it can tell this browser of windows:', why);
  }
}
