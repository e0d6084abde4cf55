import { NotificationsSchema } from '@app/contract';
import { commandId, send } from '../data/api.ts';

const registration = async () => (await navigator.serviceWorker?.getRegistration()) ?? null;

/** Whether this browser is told of windows while no page is open; after a new password the server asks it to say so again. */
export async function isTold(): Promise<boolean> {
  const worker = await registration();
  return (await worker?.pushManager?.getSubscription()) ? beTold() : false;
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
