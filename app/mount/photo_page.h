// Holes of a face out of a photograph or a scan, with something of known size in it.
#pragma once

#include "app/base/document.h"
#include "app/mount/known_size.h"
#include "app/mount/photo_view.h"

#include <QLabel>
#include <QPushButton>

namespace goodfold::app {

class PhotoPage : public QWidget {
    Q_OBJECT
public:
    explicit PhotoPage(Document& document, QWidget* parent = nullptr);

    /// Why not, where it is no picture; nothing is changed then.
    std::optional<Error> open(const std::string& face, const QString& path);
    PhotoView* picture() const { return view; }
    const std::string& onFace() const { return face; }

signals:
    void left(); // taken over, or given up

private:
    QWidget* makeChoices();
    void refresh();
    void takeSize();
    void takeRings();

    Document& document;
    std::string face;
    QLabel* says;
    KnownSize* known;
    QComboBox *kind, *isPoint;
    QPushButton* take;
    PhotoView* view;
};

} // namespace goodfold::app
