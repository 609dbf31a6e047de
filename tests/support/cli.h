#pragma once

#include <QProcess>
#include <QStringList>
#include <QTest>
#include <nlohmann/json.hpp>

#include "support/schema.h"

namespace amber::test {

/// What one call of amber-parcel-cli gave.
struct CliResult {
  int exitCode = -1;
  QByteArray out;
  QByteArray err;
  QString command;

  /// What it wrote with --json. Everything that a test reads so is held against the schema of the
  /// command's output.
  nlohmann::json json() const {
    const std::string schema = "output/" + command.toStdString() + ".schema.json";
    const std::string complaint = schemaComplaint(schema, out.toStdString());
    if (!complaint.empty()) QTest::qFail((schema + ": " + complaint).c_str(), __FILE__, __LINE__);
    return nlohmann::json::parse(out.toStdString());
  }
};

/// How long a call may take, ms.
#ifdef AMBER_SANITIZED
inline constexpr int kLongestCall = 600000;
#else
inline constexpr int kLongestCall = 30000;
#endif

/// Runs the program without a display, in a folder if one is given; -1 for a crash or a call of
/// more than kLongestCall.
inline CliResult runCli(const QStringList& arguments, const QString& folder = {}) {
  QProcess process;
  process.setWorkingDirectory(folder);
  QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
  environment.remove("DISPLAY");
  environment.remove("QT_QPA_PLATFORM");
  process.setProcessEnvironment(environment);
  process.start(QString(AMBER_BIN_DIR) + "/amber-parcel-cli", arguments);
  CliResult result;
  result.command = arguments.value(0);
  if (!process.waitForFinished(kLongestCall)) {
    process.kill();
    process.waitForFinished();
    return result;
  }
  if (process.exitStatus() == QProcess::NormalExit) result.exitCode = process.exitCode();
  result.out = process.readAllStandardOutput();
  result.err = process.readAllStandardError();
  return result;
}

}  // namespace amber::test
