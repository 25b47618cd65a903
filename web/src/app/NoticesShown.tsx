import { Button, message as messages, notification as notifications } from "antd";
import { useEffect } from "react";
import { shownBy } from "./notices";

/** What is said in passing, by the component library. */
export default function NoticesShown() {
  const [message, messageRoom] = messages.useMessage();
  const [notification, notificationRoom] = notifications.useNotification();
  useEffect(
    () =>
      shownBy(({ kind, title, more, key, undo }) => {
        if (kind === "done") void message.success(title);
        else if (kind === "info") void message.info(title);
        else if (kind === "wrong" && !more) void message.error(title, 8);
        else if (kind === "wrong") notification.error({ title, description: more });
        else
          notification.open({
            key,
            title,
            duration: 20,
            // Never over the button that is pressed next.
            placement: location.href.includes("/guide") ? "topRight" : "bottomLeft",
            className: "notice-undo",
            actions: (
              <Button
                type="primary"
                size="small"
                onClick={() => {
                  if (key) notification.destroy(key);
                  undo?.();
                }}
              >
                Undo
              </Button>
            ),
          });
      }),
    [message, notification],
  );
  return (
    <>
      {messageRoom}
      {notificationRoom}
    </>
  );
}
