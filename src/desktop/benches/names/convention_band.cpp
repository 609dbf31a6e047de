#include "desktop/benches/names/convention_band.h"

#include <QAction>
#include <QButtonGroup>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

#include "core/base/snake_case.h"
#include "core/naming/learn_convention.h"
#include "core/naming/name_table.h"
#include "core/naming/name_words.h"
#include "core/project/values/ranges.h"
#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/parts/building.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/parts/wording.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/session.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QHBoxLayout* makeLine(QWidget* page) {
  auto* line = new QHBoxLayout(page);
  line->setContentsMargins(0, 0, 0, 0);
  line->setSpacing(metrics::kSmallGap);
  return line;
}

}  // namespace

ConventionBand::ConventionBand(ProjectSession& session, QWidget* parent)
    : QWidget(parent), session_(session) {
  ribbon_ = new ConventionRibbon(this);
  addPart_ = new QToolButton(this);
  addPart_->setObjectName("addPart");
  addPart_->setText("+");
  addPart_->setToolTip(tr("Inserts a part before the selected one."));
  addPart_->setPopupMode(QToolButton::InstantPopup);
  addMenu_ = new QMenu(addPart_);
  addPart_->setMenu(addMenu_);
  connect(addMenu_, &QMenu::aboutToShow, this, &ConventionBand::fillAddMenu);
  auto* top = new QHBoxLayout;
  top->setSpacing(metrics::kSmallGap);
  top->addWidget(ribbon_);
  top->addWidget(addPart_);
  top->addStretch();
  styles_ = new QButtonGroup(this);
  const char* const examples[] = {"snake_case", "kebab-case", "camelCase", "PascalCase",
                                  "UPPER_CASE"};
  for (int i = 0; i < static_cast<int>(kNameStyleWords.size()); ++i) {
    QPushButton* chip = makeChip(examples[i], this);
    tight(chip, "small");
    chip->setObjectName(QString("style_") + kNameStyleWords[static_cast<std::size_t>(i)].data());
    styles_->addButton(chip, i);
    top->addWidget(chip);
  }
  example_ = new YieldingLabel({}, this);
  example_->setObjectName("nameExample");
  auto* below = new QHBoxLayout;
  below->addWidget(makePages());
  below->addStretch();
  below->addWidget(example_, 1);
  example_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(metrics::kGap, metrics::kSmallGap + 2, metrics::kGap, metrics::kSmallGap);
  all->setSpacing(metrics::kSmallGap);
  all->addLayout(top);
  all->addLayout(below);
  connectAll();
}

void ConventionBand::connectAll() {
  connect(ribbon_, &ConventionRibbon::choiceChanged, this, &ConventionBand::showPage);
  connect(ribbon_, &ConventionRibbon::moveAsked, this, [this](int from, int to) {
    const auto line = conventionParts(session_.project().naming);
    const NamePart part = line[static_cast<std::size_t>(from)].part;
    setRule(tr("Move a part of the convention"),
            withPartMoved(session_.project().naming, static_cast<std::size_t>(from),
                          static_cast<std::size_t>(to)));
    // The part that was moved stays the chosen one.
    const auto moved = conventionParts(session_.project().naming);
    for (std::size_t i = 0; i < moved.size(); ++i) {
      if (moved[i].part == part) ribbon_->choose(static_cast<int>(i));
    }
  });
  connect(ribbon_, &ConventionRibbon::removeAsked, this, [this](int part) {
    const auto rule = withoutPart(session_.project().naming, static_cast<std::size_t>(part));
    if (rule) {
      setRule(tr("Remove a part of the convention"), *rule);
    } else {
      emit session_.failed(tr("Names would not be unique without this part."));
    }
  });
  connect(styles_, &QButtonGroup::idClicked, this, [this](int style) {
    NamingRule rule = session_.project().naming;
    rule.style = static_cast<NameStyle>(style);
    setRule(tr("Change how words are joined"), rule);
  });
}

QWidget* ConventionBand::makePages() {
  pages_ = new QStackedWidget(this);
  pages_->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
  prefixes_ = new QWidget(pages_);
  makeLine(prefixes_);
  pages_->addWidget(prefixes_);
  pages_->addWidget(makeNamePage());
  pages_->addWidget(makeSidePage());
  pages_->addWidget(makeNumberPage());
  pages_->addWidget(makeWordPage());
  return pages_;
}

QWidget* ConventionBand::makeNumberPage() {
  auto* page = new QWidget(pages_);
  auto* line = makeLine(page);
  digits_ = new NumberField(kDigitsRange.least, kDigitsRange.most, 0, page);
  digits_->setObjectName("digits");
  first_ = new NumberField(kFirstNumberRange.least, kFirstNumberRange.most, 0, page);
  first_->setObjectName("firstNumber");
  line->addWidget(makeLabel(tr("Digits"), "quiet", page));
  line->addWidget(digits_);
  line->addWidget(makeLabel(tr("First"), "quiet", page));
  line->addWidget(first_);
  connect(digits_, &NumberField::committed, this, &ConventionBand::setNumbers);
  connect(first_, &NumberField::committed, this, &ConventionBand::setNumbers);
  return page;
}

QWidget* ConventionBand::makeWordPage() {
  auto* page = new QWidget(pages_);
  auto* line = makeLine(page);
  word_ = new QLineEdit(page);
  word_->setObjectName("conventionWord");
  removeWord_ = tight(makeButton(tr("Remove"), tr("Removes this word from all names."), page));
  line->addWidget(makeLabel(tr("Word"), "quiet", page));
  line->addWidget(word_);
  line->addWidget(removeWord_);
  connect(word_, &QLineEdit::textEdited, this,
          [this](const QString& word) { setWord(word, false); });
  connect(word_, &QLineEdit::editingFinished, this, [this] { setWord(word_->text(), true); });
  connect(removeWord_, &QPushButton::clicked, this,
          [this] { emit ribbon_->removeAsked(ribbon_->chosen()); });
  return page;
}

QWidget* ConventionBand::makeSidePage() {
  auto* page = new QWidget(pages_);
  auto* line = makeLine(page);
  sides_ = new QComboBox(page);
  sides_->setObjectName("sides");
  sides_->addItems({tr("unchanged"), tr("left, right"), tr("l, r"), tr("west, east")});
  sidesSaid_ = new QComboBox(page);
  sidesSaid_->setObjectName("sidesSaid");
  sidesSaid_->addItems({tr("both"), tr("the left one"), tr("the right one")});
  line->addWidget(makeLabel(tr("Sides"), "quiet", page));
  line->addWidget(sides_);
  line->addWidget(makeLabel(tr("Named side"), "quiet", page));
  line->addWidget(sidesSaid_);
  const auto change = [this] {
    NamingRule rule = session_.project().naming;
    rule.sides = static_cast<SideSpelling>(sides_->currentIndex());
    rule.sidesSaid = static_cast<SidesSaid>(sidesSaid_->currentIndex());
    setRule(tr("Change how sides are written"), rule);
  };
  connect(sides_, &QComboBox::activated, this, change);
  connect(sidesSaid_, &QComboBox::activated, this, change);
  return page;
}

QWidget* ConventionBand::makeNamePage() {
  auto* page = new QWidget(pages_);
  auto* line = makeLine(page);
  longest_ = new NumberField(kLongestNameRange.least, kLongestNameRange.most, 0, page);
  longest_->setObjectName("longestName");
  languages_ = new LanguageChooser(tr("No language"), page);
  languages_->setObjectName("languages");
  languages_->setToolTip(tr("Reserved words of these languages must not be used as names."));
  line->addWidget(makeLabel(tr("Longest name"), "quiet", page));
  line->addWidget(longest_);
  line->addWidget(makeLabel(tr("letters; reserved words of"), "quiet", page));
  line->addWidget(languages_);
  connect(languages_, &LanguageChooser::chosen, this,
          [this](const std::vector<Language>& languages) {
            NamingRule rule = session_.project().naming;
            rule.languages = languages;
            setRule(tr("Set the languages with reserved words"), rule);
          });
  connect(longest_, &NumberField::committed, this, [this](double longest) {
    NamingRule rule = session_.project().naming;
    rule.longest = static_cast<int>(longest);
    setRule(tr("Set the longest name"), rule);
  });
  return page;
}

void ConventionBand::setRule(const QString& label, const NamingRule& rule) {
  if (rule == session_.committed().naming) {
    session_.endPreview();
    return;
  }
  session_.perform(label, {SetNaming{rule}});
}

void ConventionBand::setNumbers() {
  NamingRule rule = session_.project().naming;
  rule.digits = static_cast<int>(digits_->value());
  rule.firstNumber = static_cast<int>(first_->value());
  setRule(tr("Change the numbers of frames"), rule);
}

// During typing, all names preview the result; an invalid word changes nothing.
void ConventionBand::setWord(const QString& word, bool done) {
  const auto part = static_cast<std::size_t>(ribbon_->chosen());
  const auto line = conventionParts(session_.committed().naming);
  if (part >= line.size() || line[part].part.kind != NamePartKind::Word) return;
  const auto rule = withWord(session_.committed().naming, part, snakeCase(word.toStdString()));
  if (!rule || word.trimmed().isEmpty()) {
    if (done) session_.endPreview();
    return;
  }
  if (done) {
    setRule(tr("Change a word of the convention"), *rule);
  } else {
    session_.preview({SetNaming{*rule}});
  }
}

void ConventionBand::setPrefix(int kind, const QString& prefix) {
  std::vector<Kind> kinds = session_.project().kinds;
  Kind& changed = kinds[static_cast<std::size_t>(kind)];
  const std::string wished = snakeCase(prefix.toStdString());
  if (prefix.trimmed().isEmpty() || wished == changed.prefix) {
    shownKinds_.clear();
    showPrefixes();
    return;
  }
  // What a kind's assets carried, they carry in its new form; their frames follow.
  const Project& before = session_.project();
  Project after = before;
  changed.prefix = wished;
  after.kinds = kinds;
  std::vector<Edit> edits{SetKinds{kinds}};
  for (const auto& asset : before.assets) {
    if (asset->kind != changed.name) continue;
    const Kind& old = before.kinds[static_cast<std::size_t>(kind)];
    if (assetNameFor(before, old, asset->name) != asset->name) continue;
    const std::vector<std::string> words = wordsOf(asset->name);
    const std::vector<std::string> carried = wordsOf(old.prefix);
    if (words.size() <= carried.size() ||
        !std::equal(carried.begin(), carried.end(), words.begin())) {
      continue;
    }
    const std::vector<std::string> own(words.begin() + static_cast<std::ptrdiff_t>(carried.size()),
                                       words.end());
    edits.emplace_back(
        Rename{asset->id, {}, {}, assetNameFor(after, changed, styled(own, NameStyle::Snake))});
  }
  session_.perform(tr("Change the prefix of %1").arg(QString::fromStdString(changed.name)), edits);
}

void ConventionBand::add(const NamePart& part) {
  const auto rule =
      withPartAdded(session_.project().naming, static_cast<std::size_t>(ribbon_->chosen()), part);
  if (!rule) {
    emit session_.failed(tr("A name cannot have more parts."));
    return;
  }
  setRule(tr("Add a part to the convention"), *rule);
  const auto line = conventionParts(session_.project().naming);
  for (std::size_t i = 0; i < line.size(); ++i) {
    if (line[i].part == part) ribbon_->choose(static_cast<int>(i));
  }
  showPage();
  if (part.kind != NamePartKind::Word) return;
  word_->setFocus();
  word_->selectAll();
}

void ConventionBand::fillAddMenu() {
  addMenu_->clear();
  connect(addMenu_->addAction(tr("a plain word")), &QAction::triggered, this, [this] {
    add({NamePartKind::Word, "word"});
  });
  for (const NamePart& part : missingParts(session_.project().naming)) {
    connect(addMenu_->addAction(meaningOf(part.kind)), &QAction::triggered, this,
            [this, part] { add(part); });
  }
}

void ConventionBand::learn() {
  const LearnedConvention learned = learnedConvention(session_.project());
  if (learned.rule == session_.project().naming) {
    emit session_.told(
        tr("The project already uses the convention that most names follow (%1 of %2).")
            .arg(learned.follow)
            .arg(learned.of));
    return;
  }
  setRule(tr("Learn the convention"), learned.rule);
  emit session_.told(tr("%1 of %2 names follow it.").arg(learned.follow).arg(learned.of));
}

}  // namespace amber
