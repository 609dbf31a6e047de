#pragma once

#include <QWidget>
#include <memory>
#include <optional>
#include <set>
#include <vector>

#include "core/fit/candidates/candidates.h"
#include "desktop/session/background.h"
#include "desktop/stage/pictures.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace amber {

class CandidateCard;
class RecipeForm;

/// Candidate shapes for the current frame, one card each, the best for the role first; above them
/// the shape types that are shown and the options for all. They are computed in the background.
class CandidateList : public QWidget {
  Q_OBJECT

 public:
  CandidateList(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setTitle(const QString& title);
  /// Computes them again if the frame, its art or its shape has changed.
  void refresh(Duty duty);
  const std::vector<Candidate>& candidates() const { return candidates_; }
  /// What all candidates keep to.
  Recipe common() const;

 signals:
  /// A candidate is pointed at, or none any more.
  void pointedAt(std::optional<amber::Candidate> candidate);
  void taken(const amber::Candidate& candidate);

 private:
  void show(std::vector<Candidate> candidates);
  void tell(const QString& sentence);
  void showCards();

  ProjectSession& session_;
  Pictures& pictures_;
  QLabel* title_ = nullptr;
  std::vector<QPushButton*> kinds_;
  RecipeForm* wishes_ = nullptr;
  QLabel* state_ = nullptr;
  QVBoxLayout* cards_ = nullptr;
  std::vector<CandidateCard*> made_;
  std::vector<Candidate> candidates_;
  // What candidates are found from.
  struct Asked {
    std::shared_ptr<const SheetArt> art;
    PixelRect rect;
    Duty duty = Duty::Stops;
    Recipe common;

    bool operator==(const Asked&) const = default;
  };

  Duty duty_ = Duty::Stops;
  std::optional<Asked> asked_;
  Newest<std::vector<Candidate>> latest_;
};

}  // namespace amber
