// What standard widgets wear: measured by hand, in every state, light and dark, and where it changes.
#include "app/widgets/dress.h"
#include "gui/support.h"

#include <QStyleOptionSlider>

namespace goodfold::look_test {

namespace {

const QStringList kFields{"", "title", "cell", "overlay", "entry", "measure"};
const QStringList kButtons{"", "link", "large", "take", "rail"};
const QStringList kTools{"", "unit", "fold", "guide"};
const QStringList kLabels{"",    "heading",  "faint",   "page",   "instruction", "odds",
                          "act", "actTitle", "measure", "beyond", "moves"};

template <class Widget> std::unique_ptr<Widget> made(const QString& role) {
    auto widget = std::make_unique<Widget>();
    widget->setProperty("role", role);
    widget->ensurePolished();
    return widget;
}

QRect contentOf(const QLineEdit& field, QStyle::State state) {
    QStyleOptionFrame option;
    option.initFrom(&field);
    option.rect = QRect(0, 0, 200, 40);
    option.state = state;
    return field.style()->subElementRect(QStyle::SE_LineEditContents, &option, &field);
}

/// What of a picture is of this colour, or nearer to it than to what it stands on: thin strokes are mixed.
int pixelsOf(const QImage& picture, const QColor& colour, const QColor& ground) {
    const auto away = [](const QColor& one, const QColor& other) {
        return std::abs(one.red() - other.red()) + std::abs(one.green() - other.green()) +
               std::abs(one.blue() - other.blue());
    };
    int found = 0;
    for (int y = 0; y < picture.height(); ++y)
        for (int x = 0; x < picture.width(); ++x)
            found += 2 * away(picture.pixelColor(x, y), colour) < away(colour, ground);
    return found;
}

} // namespace

class LookTest : public QObject {
    Q_OBJECT
private slots:
    void cleanup() {
        app::setTextScale(1);
        app::applyTheme(app::Theme::Light);
    }
    void sizesAreAsTheyAreSaid();
    void contentKeepsItsPlace();
    void wordsAreReadInEveryState();
    void whatIsOffLooksOff();
    void aRoleThatChangesIsWornAtOnce();
    void textSizeAndColoursReachWhatStands();
    void scrollBarsArePagedAndDragged();
    void aKnobGoesWithThePointer();
    void aTableTellsItsFocusAllRound();
    void whatIsChosenInAMenuIsRead();
    void aFieldInAnothersBoxHasNone();
};

/// Text, the two pixels Qt leaves above and below a field's, and the inset: padding and line.
void LookTest::sizesAreAsTheyAreSaid() {
    const std::map<QString, std::pair<int, int>> fields{
        {"", {13, 2}}, {"title", {20, 2}}, {"entry", {13, 6}}, {"measure", {24, 6}}};
    for (const auto& [role, says] : fields) {
        const auto field = made<QLineEdit>(role);
        QCOMPARE(field->sizeHint().height(), field->fontMetrics().height() + 2 + 2 * says.second);
        QCOMPARE(field->font().pixelSize(), says.first);
    }
    const auto plain = made<QPushButton>(""), large = made<QPushButton>("large");
    for (QPushButton* button : {plain.get(), large.get()})
        button->setText("Done");
    const auto words = [](const QPushButton& of) {
        return of.fontMetrics().size(Qt::TextShowMnemonic, of.text());
    };
    QCOMPARE(plain->sizeHint(), words(*plain) + QSize(24, 8));
    QCOMPARE(large->sizeHint(), words(*large) + QSize(46, 30));
}

/// Nothing moves as the pointer or the keyboard comes to it.
void LookTest::contentKeepsItsPlace() {
    for (const QString& role : kFields) {
        const auto field = made<QLineEdit>(role);
        const QRect atRest = contentOf(*field, QStyle::State_Enabled);
        for (const auto state : {QStyle::State_MouseOver, QStyle::State_HasFocus})
            QCOMPARE(contentOf(*field, QStyle::State_Enabled | state), atRest);
        QVERIFY(QRect(2, 2, 196, 36).contains(atRest)); // the line that tells the focus is two wide
    }
    for (const QString& role : kButtons + kTools) {
        const auto button = made<QPushButton>(role);
        button->setText("Take it on");
        const QSize atRest = button->sizeHint();
        button->setDown(true);
        button->setAttribute(Qt::WA_UnderMouse);
        QCOMPARE(button->sizeHint(), atRest);
    }
}

/// By the contrast WCAG 2 asks of text, on its own ground or on any the window has.
void LookTest::wordsAreReadInEveryState() {
    constexpr double kAsked = 4.5;
    for (const auto theme : {app::Theme::Light, app::Theme::Dark}) {
        app::applyTheme(theme);
        const draw::Palette& p = app::colours();
        const auto look = [&](const QWidget& widget, const QString& role,
                              const std::vector<QColor>& grounds) {
            for (const QStyle::State state :
                 {QStyle::State(QStyle::State_None), QStyle::State(QStyle::State_MouseOver),
                  QStyle::State(QStyle::State_HasFocus), QStyle::State(QStyle::State_On),
                  QStyle::State_On | QStyle::State_HasFocus}) {
                const auto dress = app::dressOf(widget, QStyle::State_Enabled | state);
                QVERIFY(dress);
                for (const QColor& ground : dress->fill.isValid() ? std::vector{dress->fill} : grounds)
                    QVERIFY2(
                        draw::contrast(dress->ink, ground) >= kAsked,
                        qPrintable(
                            QString("%1 %2 %3").arg(widget.metaObject()->className(), role).arg(int(state))));
            }
        };
        const std::vector<QColor> grounds{p.paper, p.panel};
        for (const QString& role : kLabels)
            look(*made<QLabel>(role), role, grounds);
        for (const QString& role : kFields)
            look(*made<QLineEdit>(role), role, grounds);
        for (const QString& role : kButtons)
            look(*made<QPushButton>(role), role, grounds);
        for (const QString& role : kTools)
            look(*made<QToolButton>(role), role, role == "guide" ? std::vector{p.marking} : grounds);
        look(*made<QLabel>("guide"), "guide", {p.marking});
        look(*made<QLabel>("otherHand"), "otherHand", {p.marking});
        look(*made<QComboBox>(""), "", grounds);
    }
}

void LookTest::whatIsOffLooksOff() {
    const auto button = made<QPushButton>("");
    button->setText("Done");
    button->resize(button->sizeHint());
    const QImage on = button->grab().toImage();
    button->setEnabled(false);
    const QImage off = button->grab().toImage();
    const draw::Palette& p = app::colours();
    QVERIFY(pixelsOf(on, p.ink, p.field) > 10);
    QCOMPARE(pixelsOf(off, p.ink, p.field), 0);
}

void LookTest::aRoleThatChangesIsWornAtOnce() {
    const auto label = made<QLabel>("measure");
    label->setText("0.8 too long");
    label->show();
    QCOMPARE(label->palette().color(QPalette::WindowText), app::colours().ink);
    label->setProperty("role", "beyond");
    label->style()->unpolish(label.get());
    label->style()->polish(label.get());
    QCOMPARE(label->palette().color(QPalette::WindowText), app::colours().stop);
    QCOMPARE(label->font().weight(), QFont::DemiBold);
    label->setProperty("role", "otherHand");
    label->style()->polish(label.get());
    QCOMPARE(label->contentsMargins(), QMargins(9, 3, 9, 3));
    const auto ground = [&] { return label->grab().toImage().pixelColor(4, label->height() / 2); };
    QCOMPARE(ground(), app::colours().marking);
    label->setProperty("role", "actTitle");
    label->style()->polish(label.get());
    QCOMPARE(label->contentsMargins(), QMargins());
    QCOMPARE(ground(), app::colours().paper);
}

/// What is large grows half as much: 54 at 150 % is 67.5.
void LookTest::textSizeAndColoursReachWhatStands() {
    const auto heading = made<QLabel>("heading"), odds = made<QLabel>("odds"), plain = made<QLabel>("");
    for (QLabel* label : {heading.get(), odds.get(), plain.get()})
        label->show();
    QTableWidget table(2, 2);
    table.show();
    QCOMPARE(heading->font().pixelSize(), 12);
    app::setTextScale(1.5);
    app::applyTheme(app::Theme::Dark);
    QCOMPARE(heading->font().pixelSize(), 18);
    QCOMPARE(plain->font().pixelSize(), 20); // 19.5
    QCOMPARE(odds->font().pixelSize(), 68);
    QCOMPARE(heading->palette().color(QPalette::WindowText), draw::Palette::dark().faintInk);
    QCOMPARE(plain->palette().color(QPalette::WindowText), draw::Palette::dark().ink);
    QCOMPARE(table.palette().color(QPalette::Base), draw::Palette::dark().paper);
    QCOMPARE(table.palette().color(QPalette::Text), draw::Palette::dark().ink);
    app::setTextScale(1);
    app::applyTheme(app::Theme::Light);
    QCOMPARE(table.palette().color(QPalette::Text), draw::Palette::light().ink);
    QCOMPARE(odds->font().pixelSize(), 54);
    QCOMPARE(plain->palette().color(QPalette::WindowText), draw::Palette::light().ink);
}

/// 150 pixels for 0 to 100 by pages of 50: what is dragged is 50 long and has 100 to go, a pixel a step.
void LookTest::scrollBarsArePagedAndDragged() {
    QScrollBar bar(Qt::Vertical);
    bar.setRange(0, 100);
    bar.setPageStep(50);
    bar.setValue(40);
    bar.resize(8, 150);
    bar.show();
    QVERIFY(QTest::qWaitForWindowExposed(&bar));
    QStyleOptionSlider option;
    option.initFrom(&bar);
    option.orientation = Qt::Vertical;
    option.minimum = 0, option.maximum = 100, option.pageStep = 50, option.sliderPosition = 40;
    const auto part = [&](QStyle::SubControl which) {
        return bar.style()->subControlRect(QStyle::CC_ScrollBar, &option, which, &bar);
    };
    QCOMPARE(part(QStyle::SC_ScrollBarSlider), QRect(0, 40, 8, 50));
    QCOMPARE(part(QStyle::SC_ScrollBarSubPage), QRect(0, 0, 8, 40));
    QCOMPARE(part(QStyle::SC_ScrollBarAddPage), QRect(0, 90, 8, 60));
    QVERIFY(part(QStyle::SC_ScrollBarAddLine).isEmpty());
    QTest::mousePress(&bar, Qt::LeftButton, {}, {4, 60});
    QTest::mouseMove(&bar, {4, 75});
    QTest::mouseRelease(&bar, Qt::LeftButton, {}, {4, 75});
    QCOMPARE(bar.value(), 55);
    QTest::mouseClick(&bar, Qt::LeftButton, {}, {4, 10});
    QCOMPARE(bar.value(), 5);
    QVERIFY(pixelsOf(bar.grab().toImage(), app::colours().rule, app::colours().paper) > 200);
    bar.setRange(0, 0);
    QCOMPARE(pixelsOf(bar.grab().toImage(), app::colours().rule, app::colours().paper), 0);
}

/// 216 pixels less a knob of 16: a pixel for five of a thousand.
void LookTest::aKnobGoesWithThePointer() {
    QSlider slider(Qt::Horizontal);
    slider.setRange(0, 1000);
    slider.setValue(500);
    slider.resize(216, 22);
    slider.show();
    QVERIFY(QTest::qWaitForWindowExposed(&slider));
    QTest::mousePress(&slider, Qt::LeftButton, {}, {108, 11});
    QTest::mouseMove(&slider, {128, 11});
    QTest::mouseRelease(&slider, Qt::LeftButton, {}, {128, 11});
    QCOMPARE(slider.value(), 600);
}

void LookTest::aTableTellsItsFocusAllRound() {
    QTableWidget table(2, 2);
    table.resize(300, 160);
    table.show();
    table.activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(&table));
    table.setFocus();
    QTRY_VERIFY(table.hasFocus());
    const QImage seen = table.grab().toImage();
    for (const QPoint at : {QPoint(0, 80), QPoint(1, 80), QPoint(299, 80), QPoint(298, 80), QPoint(150, 0),
                            QPoint(150, 1), QPoint(150, 159), QPoint(150, 158)})
        QCOMPARE(seen.pixelColor(at), app::colours().accent);
    table.clearFocus();
    QCOMPARE(table.grab().toImage().pixelColor(0, 80), app::colours().rule);
}

/// Words, shortcut and icon of the line that is chosen are light on dark, and the tick as well.
void LookTest::whatIsChosenInAMenuIsRead() {
    QMenu menu;
    QAction* undo = menu.addAction(app::icon("undo-2"), "Undo");
    undo->setShortcut(QKeySequence("Ctrl+Z"));
    QAction* tick = menu.addAction("Both hands");
    tick->setCheckable(true);
    tick->setChecked(true);
    menu.popup({0, 0});
    for (QAction* action : {undo, tick}) {
        menu.setActiveAction(action);
        QCoreApplication::processEvents();
        QRect sign = menu.actionGeometry(action);
        sign.setWidth(36);
        const QImage seen = menu.grab(sign).toImage();
        const draw::Palette& p = app::colours();
        QVERIFY(pixelsOf(seen, p.scribe, p.marking) > 5);
        QCOMPARE(pixelsOf(seen, p.ink, p.marking), 0);
    }
}

void LookTest::aFieldInAnothersBoxHasNone() {
    QDoubleSpinBox spin;
    QComboBox box;
    box.setEditable(true);
    QVERIFY(!app::dressOf(*spin.findChild<QLineEdit*>(), QStyle::State_Enabled));
    QVERIFY(!app::dressOf(*box.lineEdit(), QStyle::State_Enabled));
    QVERIFY(app::dressOf(box, QStyle::State_Enabled));
}

GOODFOLD_TEST(LookTest)

} // namespace goodfold::look_test

#include "look.moc"
