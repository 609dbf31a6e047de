#include <QTest>
#include <QtWidgets>

#include "desktop/parts/yielding_label.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// Whether a label may be shown in part on purpose: it wraps, or has room for what it can get.
bool mayBeShort(const QLabel& label) {
  return label.wordWrap() || dynamic_cast<const YieldingLabel*>(&label) != nullptr ||
         label.sizePolicy().horizontalPolicy() == QSizePolicy::Ignored || label.text().isEmpty();
}

QString nameOf(const QWidget& widget, const QString& text) {
  return QString("%1 \"%2\"").arg(widget.objectName(), text);
}

// The visible labels and buttons whose text is wider than they are.
QStringList cutOff(const QWidget& window) {
  QStringList found;
  for (const QLabel* label : window.findChildren<QLabel*>()) {
    if (!label->isVisible() || mayBeShort(*label)) continue;
    if (label->sizeHint().width() > label->width()) found += nameOf(*label, label->text());
  }
  for (const QAbstractButton* button : window.findChildren<QAbstractButton*>()) {
    if (!button->isVisible() || button->text().isEmpty()) continue;
    const int text = button->fontMetrics().horizontalAdvance(button->text());
    if (text + 4 > button->width()) found += nameOf(*button, button->text());
  }
  return found;
}

}  // namespace

// No text of the interface is cut off, whatever bench is shown.
class TextFitsTest : public QObject {
  Q_OBJECT

 private slots:
  void noTextIsCutOff_data() {
    QTest::addColumn<QSize>("size");
    QTest::newRow("1280 x 800") << QSize(1280, 800);
    QTest::newRow("1024 x 700") << QSize(1024, 700);
  }

  void noTextIsCutOff() {
    QFETCH(QSize, size);
    OpenWindow open;
    open.window.resize(size);
    QStringList all;
    onEveryBench(open, [&](Bench bench) {
      QTest::qWait(100);
      for (const QString& one : cutOff(open.window)) {
        all += QString::number(static_cast<int>(bench)) + " " + one;
      }
    });
    all.removeDuplicates();
    QVERIFY2(all.isEmpty(), qPrintable("cut off:\n" + all.join("\n")));
  }
};
AMBER_TEST(TextFitsTest);

#include "text_fits_tests.moc"
