#pragma once

#include <QElapsedTimer>
#include <QEvent>
#include <QHideEvent>
#include <QString>
#include <QTimer>
#include <QWidget>
#include <array>
#include <functional>
#include <optional>

#include "desktop/benches/trial/course_facts.h"
#include "desktop/benches/trial/course_keys.h"
#include "desktop/benches/trial/course_stage.h"
#include "desktop/benches/trial/course_timeline.h"

class QComboBox;
class QLabel;
class QPushButton;
class QTreeWidget;
class QVBoxLayout;

namespace amber {

class NumberField;

/// The course of the Trial bench: an asset runs over it by a script or with the user's keys. Events
/// are shown on the stage and on the timeline, next to the results of other shapes.
class CoursePanel : public QWidget {
  Q_OBJECT

 public:
  /// `mode`: what stands above the numbers, to go back to the meeting.
  CoursePanel(ProjectSession& session, Pictures& pictures, QWidget* mode, QWidget* parent);

  CourseStage* stage() const { return stage_; }
  /// Another project was opened.
  void forget();
  /// Runs it again for the current selection.
  void refresh();

  /// Why it cannot be done; empty where it can.
  QString refusal() const { return facts_.refusal; }
  QString takeRefusal() const;
  QString saveRefusal() const;
  QString keysRefusal() const { return {}; }
  /// Plays by the user's keys from the tick that is shown, or pauses.
  void togglePlaying();
  /// Shows what was run, from the tick that is shown; or pauses.
  void toggleReplay();
  void goTo(int tick);
  void goToNextEvent();
  void takeCandidate();
  void tryAll();
  /// Lists what happened, in place of the shapes; a click goes to its tick.
  void listEvents();
  void saveCourse();
  /// Asks for a file and draws the run into it, moment by moment, for a report.
  void saveStrip();
  /// Asks for other keys to play by.
  void setKeys();

 signals:
  void choiceChanged();

 protected:
  void hideEvent(QHideEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  enum class Running { Still, Replay, Live };
  /// A field, the number that it sets, and what that comes to where nothing is chosen: one of
  /// movement, or the size of a built-in course.
  struct NumberOf {
    NumberField* field = nullptr;
    double MoverRules::*rule = nullptr;
    double CourseSizes::*size = nullptr;
  };

  QWidget* makeStrip();
  QWidget* makeFoot();
  QWidget* makeSide(QWidget* mode);
  void makeMoves(QVBoxLayout* column, QWidget* side);
  void makeMotion(QVBoxLayout* column, QWidget* side);
  void makeObstacles(QVBoxLayout* column, QWidget* side);
  void makePieces(QVBoxLayout* column, QWidget* side);
  void connectPieces();
  void connectAll();
  void fillCourses();
  void chooseMoves(Moves moves);
  CourseQuestion question() const;
  void ask();
  void showFacts(CourseFacts facts);
  void showRun();
  void showNumbers();
  void showComparison(CourseComparison comparison);
  void showCompared();
  void showTryOut(TryOut out);
  void showWorst();
  void showLists();
  QString withoutIt(CourseEventKind kind) const;
  void addPiece(int which);
  void changeCourse(const QString& label, const std::function<void(Course&)>& change);
  void setUpClock();
  void setRunning(Running running);
  void advance();
  void advanceLive(double seconds);
  void startLive();
  const CourseCandidate* chosen() const;

  ProjectSession& session_;
  CourseStage* stage_ = nullptr;
  CourseTimeline* timeline_ = nullptr;
  QComboBox* courses_ = nullptr;
  QComboBox* scripts_ = nullptr;
  QComboBox* pieces_ = nullptr;
  QPushButton* live_ = nullptr;
  QPushButton* replay_ = nullptr;
  QPushButton* slow_ = nullptr;
  QPushButton* side_ = nullptr;
  QPushButton* above_ = nullptr;
  QPushButton* mustPass_ = nullptr;
  std::array<QPushButton*, 4> moves_{};
  std::vector<NumberOf> numbers_;
  QLabel* meaning_ = nullptr;
  QLabel* compared_ = nullptr;
  QLabel* limits_ = nullptr;
  QTreeWidget* candidates_ = nullptr;
  QTreeWidget* worst_ = nullptr;
  QTreeWidget* events_ = nullptr;
  QPushButton* everything_ = nullptr;
  QPushButton* eventsChip_ = nullptr;
  QPushButton* take_ = nullptr;
  CourseChoice choice_;
  CourseKeyMap keyMap_;
  Running running_ = Running::Still;
  QTimer clock_;
  QElapsedTimer since_;
  double behind_ = 0;  // Ticks that have passed and were not run yet.
  CourseKeys down_;
  Project playing_;
  std::optional<CourseRunner> runner_;
  std::vector<CourseKeys> played_;
  AssetId shown_;  // Whose played keys these are.
  AssetId sizedFor_;
  BodySize
      sizedBy_;  // What numbers suit that nobody typed: the asset as it was when it was chosen.
  /// What was asked last, of which project: the answer of another visit is still right for it.
  struct Asked {
    CourseQuestion question;
    Project project;

    bool operator==(const Asked&) const = default;
  };
  std::optional<Asked> asked_;
  CourseFacts facts_;
  CourseComparison comparison_;
  TryOut tryOut_;
  Newest<CourseFacts> asking_;
  Newest<CourseComparison> comparing_;
  Newest<TryOut> trying_;
};

}  // namespace amber
