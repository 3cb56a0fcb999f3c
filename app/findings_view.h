// What stops the job, what to mind, what to note, each with its remedy as a button.
#pragma once

#include "app/document.h"

#include <QWidget>

namespace goodfold::app {

class Sheet;

class FindingsView : public QWidget {
    Q_OBJECT
public:
    explicit FindingsView(Document& document, QWidget* parent = nullptr);
    /// Brings the keyboard to the first remedy.
    void enter();
    Sheet* cards() const { return sheet; }

private:
    Sheet* sheet;
};

} // namespace goodfold::app
