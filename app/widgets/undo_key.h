// Ctrl+Z in a field that holds nothing newly typed takes back the job's last step, not the field's.
#pragma once

class QLineEdit;

namespace goodfold::app {

/// Line editors claim the undo and redo keys always; this leaves them to the window while the field is as the
/// program set it.
void leaveUndoToDocument(QLineEdit& field);

} // namespace goodfold::app
