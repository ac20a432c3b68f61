// The styles of the components that are used, and of those they are made of, in the order that Mantine gives them: all of them together
// are five times as much. A component that is taken in newly gets its line here.
import '@mantine/core/styles/baseline.layer.css';
import '@mantine/core/styles/default-css-variables.layer.css';
import '@mantine/core/styles/global.layer.css';
import '@mantine/core/styles/ScrollArea.layer.css';
import '@mantine/core/styles/UnstyledButton.layer.css';
import '@mantine/core/styles/VisuallyHidden.layer.css';
import '@mantine/core/styles/Paper.layer.css';
import '@mantine/core/styles/Popover.layer.css';
import '@mantine/core/styles/CloseButton.layer.css';
import '@mantine/core/styles/Loader.layer.css';
import '@mantine/core/styles/Overlay.layer.css';
import '@mantine/core/styles/ModalBase.layer.css';
import '@mantine/core/styles/Input.layer.css';
import '@mantine/core/styles/ActionIcon.layer.css';
import '@mantine/core/styles/Combobox.layer.css';
import '@mantine/core/styles/Menu.layer.css';
import '@mantine/core/styles/Modal.layer.css';
import '@mantine/core/styles/PasswordInput.layer.css';
import '@mantine/core/styles/InlineInput.layer.css';
import '@mantine/core/styles/Checkbox.layer.css';
import '@mantine/core/styles/Tooltip.layer.css';
import '@mantine/core/styles/Progress.layer.css';
import '@mantine/core/styles/Radio.layer.css';
import '@mantine/core/styles/ColorSwatch.layer.css';
import '@mantine/core/styles/ColorPicker.layer.css';
import '@mantine/core/styles/ColorInput.layer.css';
