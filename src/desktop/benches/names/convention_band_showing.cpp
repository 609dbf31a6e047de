// How the convention is shown, of convention_band.h.
#include <QButtonGroup>
#include <QComboBox>
#include <QLabel>
#include <QLayout>
#include <QLineEdit>
#include <QStackedWidget>

#include "core/naming/name_table.h"
#include "core/naming/name_words.h"
#include "desktop/benches/names/convention_band.h"
#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/parts/building.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/parts/number_field.h"
#include "desktop/session.h"

namespace amber {
namespace {

// In the order of makePages.
enum Page { kPrefixPage, kNamePage, kAnimationPage, kNumberPage, kWordPage };

Page pageOf(NamePartKind kind) {
  switch (kind) {
    case NamePartKind::Prefix:
      return kPrefixPage;
    case NamePartKind::Animation:
      return kAnimationPage;
    case NamePartKind::Number:
      return kNumberPage;
    case NamePartKind::Word:
      return kWordPage;
    case NamePartKind::Name:
    case NamePartKind::Asset:
      break;
  }
  return kNamePage;
}

QString betweenOf(NameStyle style) {
  if (style == NameStyle::Kebab) return "-";
  return style == NameStyle::Camel || style == NameStyle::Pascal ? "" : "_";
}

}  // namespace

QString ConventionBand::meaningOf(NamePartKind kind) {
  switch (kind) {
    case NamePartKind::Prefix:
      return tr("kind prefix");
    case NamePartKind::Name:
      return tr("asset");
    case NamePartKind::Asset:
      return tr("asset's name");
    case NamePartKind::Animation:
      return tr("animation");
    case NamePartKind::Number:
      return tr("number");
    case NamePartKind::Word:
      break;
  }
  return tr("plain word");
}

void ConventionBand::refresh() {
  const NamingRule& rule = session_.project().naming;
  styles_->button(static_cast<int>(rule.style))->setChecked(true);
  digits_->setValue(rule.digits);
  first_->setValue(rule.firstNumber);
  longest_->setValue(rule.longest);
  sides_->setCurrentIndex(static_cast<int>(rule.sides));
  sidesSaid_->setCurrentIndex(static_cast<int>(rule.sidesSaid));
  languages_->show(rule.languages);
  showPrefixes();
  showRibbon();
  showPage();
  showExample();
}

// The example is of the asset that is worked on.
void ConventionBand::showRibbon() {
  const Project& project = session_.project();
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  const Kind* kind = asset == nullptr ? nullptr : findKind(project, asset->kind);
  std::vector<ConventionRibbon::Part> parts;
  for (const ConventionPart& part : conventionParts(project.naming)) {
    QString text;
    switch (part.part.kind) {
      case NamePartKind::Prefix:
        text = kind == nullptr ? "chr" : QString::fromStdString(kind->prefix);
        break;
      case NamePartKind::Name: {
        // The asset's own words: its name without what the convention puts around it.
        Project bare = project;
        bare.naming.asset = {{NamePartKind::Prefix}, {NamePartKind::Name}};
        const std::string whole =
            kind == nullptr ? "keeper" : assetNameFor(bare, *kind, asset->name);
        const std::string own = styled(whole, NameStyle::Snake);
        const std::string prefix =
            kind == nullptr ? "" : styled(kind->prefix, NameStyle::Snake) + "_";
        text = QString::fromStdString(own.starts_with(prefix) ? own.substr(prefix.size()) : own);
        break;
      }
      case NamePartKind::Animation:
        text = animation == nullptr ? "walk" : QString::fromStdString(animation->name);
        break;
      case NamePartKind::Number:
        text =
            QString::number(project.naming.firstNumber).rightJustified(project.naming.digits, '0');
        break;
      case NamePartKind::Word:
        text = QString::fromStdString(part.part.word);
        break;
      case NamePartKind::Asset:
        break;
    }
    if (text.isEmpty()) text = "-";
    parts.push_back({text, meaningOf(part.part.kind), part.ofAsset});
  }
  ribbon_->show(std::move(parts), betweenOf(project.naming.style));
}

void ConventionBand::showPage() {
  const auto line = conventionParts(session_.project().naming);
  const auto chosen = static_cast<std::size_t>(ribbon_->chosen());
  if (chosen >= line.size()) return;
  const NamePart& part = line[chosen].part;
  pages_->setCurrentIndex(pageOf(part.kind));
  // Not over what is being typed.
  if (part.kind == NamePartKind::Word && !word_->hasFocus()) {
    word_->setText(QString::fromStdString(part.word));
  }
}

void ConventionBand::showPrefixes() {
  if (session_.project().kinds == shownKinds_) return;
  shownKinds_ = session_.project().kinds;
  QLayout* line = prefixes_->layout();
  // Later, for it may be one of these fields that asked for the change.
  while (QLayoutItem* item = line->takeAt(0)) {
    item->widget()->hide();
    item->widget()->deleteLater();
    delete item;
  }
  int row = 0;
  for (const Kind& kind : shownKinds_) {
    line->addWidget(makeLabel(QString::fromStdString(kind.name), "quiet", prefixes_));
    auto* prefix = new QLineEdit(QString::fromStdString(kind.prefix), prefixes_);
    prefix->setObjectName("prefix_" + QString::fromStdString(kind.name));
    prefix->setFixedWidth(52);
    prefix->setAccessibleName(tr("Prefix of the kind %1").arg(QString::fromStdString(kind.name)));
    connect(prefix, &QLineEdit::editingFinished, this,
            [this, row, prefix] { setPrefix(row, prefix->text()); });
    line->addWidget(prefix);
    ++row;
  }
}

void ConventionBand::showExample() {
  const Project& project = session_.project();
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  const Kind* kind = asset == nullptr ? nullptr : findKind(project, asset->kind);
  const std::string name = frameNameFor(
      project.naming, kind == nullptr ? "chr_keeper" : assetNameFor(project, *kind, asset->name),
      animation == nullptr ? "walk" : animation->name, 0);
  example_->setText(
      tr("Example frame: %1 · constant: FRAME_%2")
          .arg(QString::fromStdString(name), QString::fromStdString(constantOf(name))));
}

}  // namespace amber
